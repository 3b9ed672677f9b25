import { zodResolver } from "@hookform/resolvers/zod";
import { type UseFormReturn, useForm } from "react-hook-form";
import { sightOf, UNTOLD } from "../../../core/finding/sights";
import type { Body } from "../../../core/job/kinds/index";
import { proof } from "../../../core/job/kinds/proof";
import { Button } from "../../../ui/Button";
import { useDispatch } from "../../job/store/context";
import styles from "./ProofForm.module.css";

const ROWS = ["starts", "turns", "warm", "cycles", "airflow"] as const;
type Row = (typeof ROWS)[number];
type Form = UseFormReturn<Body<"proof">>;

/** One answer a row, none chosen. */
export function ProofForm() {
  const dispatch = useDispatch();
  const form = useForm<Body<"proof">>({ resolver: zodResolver(proof.schema) });
  const submit = form.handleSubmit((body) => {
    dispatch({ do: "record", drafts: [{ kind: "proof", body }] });
    form.reset();
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="The proof run">
      {ROWS.map((row) => (
        <Answers key={row} row={row} form={form} />
      ))}
      <div className={styles.buttons}>
        <Button type="submit">Record the run</Button>
      </div>
    </form>
  );
}

function Answers({ row, form: { register, formState } }: { readonly row: Row; readonly form: Form }) {
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
      {formState.errors[row] && <p role="alert">Choose one; “not seen” if nobody looked.</p>}
    </fieldset>
  );
}
