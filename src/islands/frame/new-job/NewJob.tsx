import { zodResolver } from "@hookform/resolvers/zod";
import { type ReactNode, useEffect, useMemo, useState } from "react";
import { type UseFormReturn, useForm, useWatch } from "react-hook-form";
import { v7 } from "uuid";
import { z } from "zod";
import type { Machine } from "../../../core/model/machine/format";
import type { MachineRef } from "../../../core/model/machine/revision";
import { type Complaint, complaintIn } from "../../../core/speech/complaint";
import { newJob } from "../../../core/speech/new-job";
import { Button } from "../../../ui/Button";
import { PageHead } from "../../../ui/PageHead";
import { useAlive } from "../../../ui/use-alive";
import { type Corrections, corrected, Heard } from "../../panes/complaint/Heard";
import { replica } from "../../replica/replica";
import { rememberTechnician, technician } from "../../replica/technician";
import { useFormDraft } from "../../store/drafts";
import styles from "./NewJob.module.css";
import type { OfferedMachine } from "./offer";

const needed = (what: string) => z.string().trim().min(1, `Enter ${what}`).max(120, "at most 120 characters");

const formSchema = z.object({
  by: needed("the technician"),
  customer: needed("the customer"),
  place: needed("the address"),
  phone: z.string().trim().max(60),
  machine: z.string().min(1, "Pick the machine from its nameplate"),
  serial: z.string().trim().max(60),
  words: z.string().trim().min(1, "What did the customer notice?").max(2000),
  liveTests: z.boolean(),
});
type Fields = z.infer<typeof formSchema>;
type Form = UseFormReturn<Fields>;

interface Props {
  readonly machines: readonly OfferedMachine[];
}

/** Intake: who, where, which machine, what was noticed. The job begins with these entries. */
export function NewJob({ machines }: Props) {
  const form = useForm<Fields>({ resolver: zodResolver(formSchema) });
  const { setValue, getValues } = form;
  const [opened, setOpened] = useState<string | undefined>();
  const forget = useFormDraft("new-job", form);
  useEffect(() => {
    if (!getValues("by")) setValue("by", technician());
  }, [setValue, getValues]);
  // Disabled, not only out of reach: Enter in a field would send the form to the address of this page.
  const alive = useAlive();
  const [corrections, setCorrections] = useState<Corrections>({});
  const words = useWatch({ control: form.control, name: "words" });
  const machineId = useWatch({ control: form.control, name: "machine" });
  const machine = useWholeMachine(machines.find((m) => m.ref.id === machineId)?.ref);
  const heard = useMemo(() => (machine ? complaintIn(words ?? "", machine) : NOTHING_HEARD), [words, machine]);
  const submit = form.handleSubmit(async (fields) => {
    const chosen = machines.find((m) => m.ref.id === fields.machine);
    if (!chosen) return;
    const job = v7();
    rememberTechnician(fields.by);
    const told = machine ? heard : await heardLater(fields.words, chosen.ref);
    await replica().add(job, fields.by, newJob(fields, chosen.ref, { ...told, findings: corrected(told.findings, corrections) }));
    forget();
    setOpened(job);
  });
  return (
    <>
      <PageHead title="New job" />
      <main className={styles.main}>
        <form onSubmit={submit} noValidate>
          <Words form={form}>
            {machine ? (
              <Heard
                heard={heard}
                machine={machine}
                corrections={corrections}
                onCorrect={(about, to) => setCorrections(correct(corrections, about, to))}
              />
            ) : (
              <p className={styles.heard}>Pick the machine to see the symptoms.</p>
            )}
          </Words>
          <ChooseMachine form={form} machines={machines} />
          <p className={styles.hint}>
            Not listed? Pick the closest model, then enter the nameplate at Intake. Ratings, colors and test points may differ: go by the
            tech sheet.
          </p>
          <Field form={form} name="place" label="Address" hint="Gannet Point cabins, no. 7" />
          <Field form={form} name="customer" label="Customer" hint="Mrs Fennimarsh" />
          <Field form={form} name="phone" label="Phone (optional)" />
          <Field form={form} name="serial" label="Serial number (optional)" />
          <Field form={form} name="by" label="Technician" />
          <LiveTests form={form} />
          <div className={styles.wide}>
            <Button look="main" type="submit" disabled={!alive || form.formState.isSubmitting || !!opened}>
              Create job
            </Button>
            {opened && <Opening job={opened} />}
          </div>
        </form>
      </main>
    </>
  );
}

const NOTHING_HEARD: Complaint = { findings: [], told: [] };

/** The machine may still be on its way when the job is opened; without a server only the words are kept. */
async function heardLater(words: string, ref: MachineRef): Promise<Complaint> {
  const { machines } = replica();
  await Promise.race([machines.get([ref]), new Promise((r) => setTimeout(r, PATIENCE_MS))]);
  const machine = machines.find(ref);
  return machine ? complaintIn(words ?? "", machine) : NOTHING_HEARD;
}

function correct(corrections: Corrections, about: string, to: string | null | undefined): Corrections {
  const { [about]: _, ...rest } = corrections;
  return to === undefined ? rest : { ...rest, [about]: to };
}

/** The chosen machine, once it is here; nothing while it can't be had. */
function useWholeMachine(ref: MachineRef | undefined): Machine | undefined {
  const [machine, setMachine] = useState<Machine | undefined>();
  const name = ref && `${ref.id}/${ref.revision}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a reference is the same by its name
  useEffect(() => {
    if (!ref) return setMachine(undefined);
    const look = () => setMachine(replica().machines.find(ref));
    look();
    const stop = replica().machines.subscribe(look);
    void replica().machines.get([ref]);
    return stop;
  }, [name]);
  return machine;
}

/** Says how long the server is waited for before the job is opened from this device. */
const PATIENCE_MS = 1500;

/** Goes to the job as soon as the server has it; when that takes long, from what is here, unless it is in this page alone and would be lost by leaving. */
function Opening({ job }: { readonly job: string }) {
  const [onlyHere, setOnlyHere] = useState(false);
  useEffect(() => {
    let isLeaving = false;
    // Once: a second going there would break off the first.
    const open = () => {
      if (!isLeaving) location.assign(`/jobs/${job}`);
      isLeaving = true;
    };
    const timer = setTimeout(open, PATIENCE_MS);
    const look = async (storage: string | undefined) => {
      // Asked anew: what was told last may be from before the job was added.
      const waits = (await replica().waiting()).some((p) => p.entry.stream.id === job);
      if (!waits) open();
      else if (storage !== undefined) {
        clearTimeout(timer);
        setOnlyHere(true);
      }
    };
    const stop = replica().subscribe(({ storage }) => void look(storage));
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [job]);
  return (
    <p role="status">
      {onlyHere ? "This browser can't save: stay on this page until the server has the job." : "Saved on this device. Opening the job."}
    </p>
  );
}

type TextField = "by" | "customer" | "place" | "phone" | "serial";

function Field({
  form,
  name,
  label,
  hint,
}: {
  readonly form: Form;
  readonly name: TextField;
  readonly label: string;
  readonly hint?: string;
}) {
  const error = form.formState.errors[name];
  return (
    <label>
      {label}
      <input {...form.register(name)} aria-invalid={!!error} placeholder={hint} autoComplete="off" />
      {error && <em role="alert">{error.message}</em>}
    </label>
  );
}

function Words({ form, children }: { readonly form: Form; readonly children: ReactNode }) {
  const error = form.formState.errors.words;
  return (
    <div className={styles.wide}>
      <label>
        Complaint, in the customer's words
        <textarea
          rows={2}
          {...form.register("words")}
          aria-invalid={!!error}
          placeholder="It turns, but the air stays cold. Since we moved it."
        />
        {error && <em role="alert">{error.message}</em>}
      </label>
      <div aria-live="polite">{children}</div>
    </div>
  );
}

function ChooseMachine({ form, machines }: Props & { readonly form: Form }) {
  const error = form.formState.errors.machine;
  return (
    <label className={styles.wide}>
      Machine, from the nameplate
      <select {...form.register("machine")} aria-invalid={!!error}>
        <option value="">Choose…</option>
        {machines.map(({ ref, name, family }) => (
          <option key={ref.id} value={ref.id}>
            {name}: {family}
          </option>
        ))}
      </select>
      {error && <em role="alert">{error.message}</em>}
    </label>
  );
}

function LiveTests({ form }: { readonly form: Form }) {
  return (
    <label className={styles.check}>
      <input type="checkbox" {...form.register("liveTests")} />
      <span>
        Allow live tests on this job
        <small>Qualified technicians only. Off means dead tests only.</small>
      </span>
    </label>
  );
}
