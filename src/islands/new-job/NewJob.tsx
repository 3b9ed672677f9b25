import { zodResolver } from "@hookform/resolvers/zod";
import { ArrowLeft } from "lucide-react";
import { useEffect, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import { v7 } from "uuid";
import { z } from "zod";
import { sightingsIn } from "../../core/entry/sighting-words";
import { sightOf } from "../../core/job/sights";
import { Button } from "../../ui/Button";
import { outbox } from "../journal/outbox";
import { rememberTechnician, technician } from "../journal/technician";
import styles from "./NewJob.module.css";

const needed = (what: string) => z.string().trim().min(1, `${what}: please fill in`).max(120, "at most 120 characters");

const formSchema = z.object({
  by: needed("Your name"),
  customer: needed("Customer"),
  place: needed("Place"),
  phone: z.string().trim().max(60),
  machine: z.string().min(1, "Choose the machine from its plate"),
  serial: z.string().trim().max(60),
  words: z.string().trim().min(1, "What did the customer notice?").max(2000),
  liveTests: z.boolean(),
});
type Form = z.infer<typeof formSchema>;

interface Props {
  readonly machines: readonly { readonly id: string; readonly name: string; readonly family: string }[];
}

/** Intake: who, where, which machine, what was noticed. The job begins with these entries and opens once the server has them. */
export function NewJob({ machines }: Props) {
  const only = machines.length === 1 ? machines[0]?.id : undefined;
  const { register, handleSubmit, setValue, control, formState } = useForm<Form>({
    resolver: zodResolver(formSchema),
    defaultValues: { by: "", customer: "", place: "", phone: "", machine: only ?? "", serial: "", words: "", liveTests: false },
  });
  const [opened, setOpened] = useState<string | undefined>();
  const words = useWatch({ control, name: "words" });
  const sightings = sightingsIn(words);
  useEffect(() => setValue("by", technician()), [setValue]);

  useEffect(() => {
    if (!opened) return;
    return outbox().subscribe((state) => {
      const mine = state.pending.filter((p) => p.entry.job === opened);
      if (mine.length === 0) location.assign(`/jobs/${opened}`);
    });
  }, [opened]);

  const submit = async (form: Form) => {
    const job = v7();
    rememberTechnician(form.by);
    await outbox().add(job, form.by, [
      {
        kind: "opened",
        body: { customer: form.customer, place: form.place, liveTests: form.liveTests, ...(form.phone && { phone: form.phone }) },
      },
      { kind: "machine", body: { machine: form.machine, ...(form.serial && { serial: form.serial }) } },
      { kind: "complaint", body: { words: form.words, sightings: sightingsIn(form.words) } },
    ]);
    setOpened(job);
  };

  const field = (name: "by" | "customer" | "place" | "phone" | "serial", label: string, hint?: string) => (
    <label>
      {label}
      <input {...register(name)} aria-invalid={!!formState.errors[name]} placeholder={hint} autoComplete="off" />
      {formState.errors[name] && <em role="alert">{formState.errors[name]?.message}</em>}
    </label>
  );

  return (
    <>
      <header className={styles.head}>
        <a href="/jobs" aria-label="All jobs">
          <ArrowLeft size={24} aria-hidden />
        </a>
        <h1>New job</h1>
      </header>
      <main className={styles.main}>
        <form onSubmit={handleSubmit(submit)} noValidate>
          <label className={styles.wide}>
            What was noticed, in the customer's words
            <textarea rows={2} {...register("words")} aria-invalid={!!formState.errors.words} placeholder="turns, no heat" />
            <span className={styles.heard} aria-live="polite">
              {sightings.length > 0
                ? `✓ Understood: ${sightings.map((s) => sightOf(s.sight)?.answers.find((a) => a.value === s.value)?.says).join(" · ")}`
                : words
                  ? "Kept as words. Commas help: “turns, no heat”, “no start”, “hums”."
                  : "Such as “turns, no heat” or “no start”"}
            </span>
            {formState.errors.words && <em role="alert">{formState.errors.words.message}</em>}
          </label>
          <label className={styles.wide}>
            Machine, from the plate
            <select {...register("machine")} aria-invalid={!!formState.errors.machine}>
              {!only && <option value="">Choose…</option>}
              {machines.map((m) => (
                <option key={m.id} value={m.id}>
                  {m.name}: {m.family}
                </option>
              ))}
            </select>
            {formState.errors.machine && <em role="alert">{formState.errors.machine.message}</em>}
          </label>
          {field("place", "Place", "Gannet Point cabins, no. 7")}
          {field("customer", "Customer", "Mrs Fennimarsh")}
          {field("phone", "Telephone (may stay empty)")}
          {field("serial", "Serial number (may stay empty)")}
          {field("by", "Your name")}
          <label className={styles.check}>
            <input type="checkbox" {...register("liveTests")} />
            <span>
              Allow live voltage tests on this job
              <small>Only for those competent and licensed to do them. Dead tests are the default.</small>
            </span>
          </label>
          <div className={styles.wide}>
            <Button look="main" type="submit" disabled={formState.isSubmitting || !!opened}>
              Open the job
            </Button>
            {opened && <p role="status">Saved on this device; the job opens as soon as the server has it.</p>}
          </div>
        </form>
      </main>
    </>
  );
}
