import { zodResolver } from "@hookform/resolvers/zod";
import { useId } from "react";
import { type UseFormReturn, useForm, useWatch } from "react-hook-form";
import { z } from "zod";
import { differsIn, nearestFirst, type Plate, plateSchema } from "../../../core/model/machine/plate";
import type { KeptMachine, MachineRef } from "../../../core/model/machine/revision";
import type { Body } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import { useMachinesHere } from "../../replica/use-machines";
import { useDispatch, useJob } from "../../store/context";
import styles from "./Intake.module.css";

const short = z.string().trim().max(60, "at most 60 characters");

const fieldsSchema = z.object({
  maker: short,
  model: short.min(1, "Model: as the nameplate has it"),
  serial: short,
  fuel: z.enum(["electric", "gas"]),
  volts: z.enum(["240", "208", "120", "230"]),
  vented: z.enum(["vented", "not vented"]),
  /** Id of the machine on whose sheet it is read; empty: the nearest. */
  sheet: z.string(),
});
type Fields = z.infer<typeof fieldsSchema>;

/** Gives what was read of it so far, as a plate. */
function plateFrom({ maker, model, fuel, volts, vented }: Partial<Fields>): Plate {
  const parsed = plateSchema.safeParse({
    ...(maker?.trim() && { maker }),
    ...(model?.trim() && { model }),
    ...(fuel && { fuel }),
    ...(volts && { volts: Number(volts) }),
    ...(vented && { vented: vented === "vented" }),
  });
  return parsed.success ? parsed.data : {};
}

interface Props {
  readonly plate: Plate;
  readonly serial: string;
  readonly onDone: () => void;
}

/** The plate, typed; the sheet that is nearest to it is taken unless another is chosen. */
export function PlateForm({ plate, serial, onDone }: Props) {
  const dispatch = useDispatch();
  const machines = useMachinesHere();
  const used = useJob((s) => s.job.machineRef);
  const form = useForm<Fields>({
    resolver: zodResolver(fieldsSchema),
    defaultValues: {
      maker: plate.maker ?? "",
      model: plate.model ?? "",
      serial,
      fuel: plate.fuel ?? "electric",
      volts: plate.volts ? (String(plate.volts) as Fields["volts"]) : "240",
      vented: plate.vented === false ? "not vented" : "vented",
      sheet: "",
    },
  });
  const typed = plateFrom(useWatch({ control: form.control }));
  const offered = nearestFirst(typed, machines);
  const submit = form.handleSubmit((fields) => {
    const chosen = offered.find((m) => m.ref.id === fields.sheet) ?? offered[0];
    if (!chosen) return;
    void dispatch({ do: "record", drafts: [{ kind: "machine", body: bodyOf(fields, chosen, used, serial) }] });
    onDone();
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="Nameplate">
      {TYPED.map((name) => (
        <Typed key={name} name={name} form={form} />
      ))}
      {CHOSEN.map((name) => (
        <label key={name}>
          {LABELS[name]}
          <select {...form.register(name)}>
            {fieldsSchema.shape[name].options.map((value) => (
              <option key={value} value={value}>
                {name === "volts" ? `${value} V` : value}
              </option>
            ))}
          </select>
        </label>
      ))}
      <label className={styles.wide}>
        Read on the sheet of
        <select {...form.register("sheet")}>
          {offered.map(({ ref, machine }, i) => (
            <option key={ref.id} value={i === 0 ? "" : ref.id}>
              {machine.maker} {machine.model}
              {i === 0 && differsIn(typed, machine).length > 0 && ": the closest, not this one"}
            </option>
          ))}
        </select>
      </label>
      <div className={styles.buttons}>
        <Button type="submit" disabled={offered.length === 0}>
          Save nameplate
        </Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

const TYPED = ["maker", "model", "serial"] as const;
const CHOSEN = ["fuel", "volts", "vented"] as const;
const LABELS = { maker: "Maker", model: "Model", serial: "Serial number", fuel: "Heat", volts: "Supply", vented: "Air" } as const;

function Typed({ name, form: { register, formState } }: { readonly name: (typeof TYPED)[number]; readonly form: UseFormReturn<Fields> }) {
  const error = formState.errors[name];
  const id = useId();
  return (
    <div className={styles.typed}>
      <label htmlFor={id}>{LABELS[name]}</label>
      <input id={id} {...register(name)} aria-invalid={!!error} aria-describedby={error && `${id}-amiss`} autoComplete="off" />
      {error && (
        <em id={`${id}-amiss`} role="alert">
          {error.message}
        </em>
      )}
    </div>
  );
}

/** Whoever corrects the serial number alone stays on the revision that the job was read on; the plate is kept where it is another machine's. */
function bodyOf(fields: Fields, { ref, machine }: KeptMachine, used: MachineRef | undefined, before: string): Body<"machine"> {
  const read = plateFrom(fields);
  return {
    machine: ref.id === used?.id ? used : ref,
    ...(fields.serial !== before.trim() && { serial: fields.serial }),
    ...(differsIn(read, machine).length > 0 && { plate: read }),
  };
}
