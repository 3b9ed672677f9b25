import { zodResolver } from "@hookform/resolvers/zod";
import { useForm, useWatch } from "react-hook-form";
import { z } from "zod";
import type { Machine } from "../../../core/machine/format";
import { differsIn, nearestFirst, type Plate, plateSchema } from "../../../core/machine/plate";
import type { KeptMachine } from "../../../core/machine/revision";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../job/store/context";
import styles from "./Intake.module.css";
import { useOfferedMachines } from "./use-offered-machines";

const short = z.string().trim().max(60, "at most 60 characters");

const fieldsSchema = z.object({
  maker: short,
  model: short.min(1, "Model: as it stands on the plate"),
  serial: short,
  fuel: z.enum(["electric", "gas"]),
  volts: z.enum(["240", "208", "120", "230"]),
  vented: z.enum(["vented", "not vented"]),
  /** Id of the machine on whose sheet it is read; empty: the nearest. */
  sheet: z.string(),
});
type Fields = z.infer<typeof fieldsSchema>;

/** What was read of it so far, as a plate. */
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
  const machines = useOfferedMachines();
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
    const read = plateFrom(fields);
    // Who corrects the serial number alone stays on the revision that the job was read on.
    const machine = chosen.ref.id === used?.id ? used : chosen.ref;
    void dispatch({
      do: "record",
      drafts: [
        {
          kind: "machine",
          body: {
            machine,
            ...(fields.serial && { serial: fields.serial }),
            ...(differsIn(read, chosen.machine).length > 0 && { plate: read }),
          },
        },
      ],
    });
    onDone();
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="The plate">
      {(["maker", "model", "serial"] as const).map((name) => (
        <label key={name}>
          {LABELS[name]}
          <input {...form.register(name)} aria-invalid={!!form.formState.errors[name]} autoComplete="off" />
          {form.formState.errors[name] && <em role="alert">{form.formState.errors[name].message}</em>}
        </label>
      ))}
      {(["fuel", "volts", "vented"] as const).map((name) => (
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
          {offered.map((m, i) => (
            <option key={m.ref.id} value={i === 0 ? "" : m.ref.id}>
              {sheetName(m)}
              {i === 0 ? (isOwn(typed, m.machine) ? "" : ": the nearest, not this one") : ""}
            </option>
          ))}
        </select>
      </label>
      <div className={styles.buttons}>
        <Button type="submit" disabled={offered.length === 0}>
          Keep the plate
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

const LABELS = { maker: "Maker", model: "Model", serial: "Serial number", fuel: "Heat", volts: "Supply", vented: "Air" } as const;

const isOwn = (plate: Plate, machine: Machine): boolean => differsIn(plate, machine).length === 0;
const sheetName = ({ machine }: KeptMachine): string => `${machine.maker} ${machine.model}`;
