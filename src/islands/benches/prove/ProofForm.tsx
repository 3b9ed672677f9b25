import { zodResolver } from "@hookform/resolvers/zod";
import { type UseFormReturn, useForm } from "react-hook-form";
import { z } from "zod";
import { sightOf, UNTOLD } from "../../../core/model/sights/sights";
import { PROOF_ROWS, type ProofRow, proofRows } from "../../../core/record/job/closing/proven";
import { proof } from "../../../core/record/job/kinds/evidence/proof";
import type { Body } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { useFormDraft } from "../../store/drafts";
import styles from "./ProofForm.module.css";

type Form = UseFormReturn<Body<"proof">>;

/** One answer a row, none chosen. */
export function ProofForm() {
  const dispatch = useDispatch();
  const rows = proofRows(useMachine());
  const form = useForm<Body<"proof">>({ resolver: zodResolver(seenOrTold) });
  const forget = useFormDraft(`proof.${useJob((s) => s.job.id)}`, form);
  const answers = form.watch(rows);
  const unseen = answers.includes("unknown");
  const submit = form.handleSubmit((body) => {
    const { whyUnseen, ...seen } = body;
    dispatch({ do: "record", drafts: [{ kind: "proof", body: whyUnseen ? { ...seen, whyUnseen } : seen }] });
    form.reset({});
    forget();
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="Test run">
      {rows.map((row) => (
        <Answers key={row} row={row} form={form} />
      ))}
      {unseen && (
        <label className={styles.why}>
          What no one watched doesn't count. Say why. It will be listed as an exception.
          <input {...form.register("whyUnseen")} maxLength={300} />
          {form.formState.errors.whyUnseen && <span role="alert">Say why.</span>}
        </label>
      )}
      <div className={styles.buttons}>
        <Button type="submit">Go to the test run</Button>
      </div>
    </form>
  );
}

/** Whatever was not seen needs a reason. */
const seenOrTold = z
  .preprocess((body: Body<"proof">) => ({ ...body, whyUnseen: body.whyUnseen?.trim() || undefined }), proof.schema)
  .superRefine((body, context) => {
    if (PROOF_ROWS.some((r) => body[r] === "unknown") && !body.whyUnseen)
      context.addIssue({ code: "custom", path: ["whyUnseen"], message: "is needed for what was not seen" });
  });

function Answers({ row, form: { register, formState } }: { readonly row: ProofRow; readonly form: Form }) {
  const sight = sightOf(row);
  return (
    <fieldset>
      <legend>{sight.question}</legend>
      <div>
        {[...sight.answers, { value: UNTOLD, says: "not seen" }].map((a) => (
          <label key={a.value}>
            <input type="radio" value={a.value} {...register(row)} /> {a.says}
          </label>
        ))}
      </div>
      {formState.errors[row] && <p role="alert">Pick one. “Not seen” if no one looked.</p>}
    </fieldset>
  );
}
