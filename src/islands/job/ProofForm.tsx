import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect, useRef } from "react";
import { useForm } from "react-hook-form";
import { BODIES, type Body } from "../../core/job/entry";
import { SIGHTS } from "../../core/job/sights";
import { Button } from "../../ui/Button";
import styles from "./ProofForm.module.css";

const ROWS = ["starts", "turns", "warm", "cycles", "airflow"] as const;

/** The run that proves the repair, one answer a row. */
export function ProofForm({ onProof, onCancel }: { readonly onProof: (proof: Body<"proof">) => void; readonly onCancel: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  const { register, handleSubmit, formState } = useForm<Body<"proof">>({ resolver: zodResolver(BODIES.proof) });
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog ref={dialog} className={styles.dialog} aria-labelledby="proof-title" onCancel={onCancel} onClose={onCancel}>
      <form onSubmit={handleSubmit(onProof)}>
        <h2 id="proof-title">The proof run</h2>
        {ROWS.map((id) => {
          const sight = SIGHTS.find((s) => s.id === id);
          const error = formState.errors[id];
          return (
            <fieldset key={id}>
              <legend>{sight?.question}</legend>
              <div>
                {[...(sight?.answers ?? []), { value: "unknown", says: "not seen" }].map((a) => (
                  <label key={a.value}>
                    <input type="radio" value={a.value} {...register(id)} /> {a.says}
                  </label>
                ))}
              </div>
              {error && <p role="alert">Choose one; “not seen” if nobody looked.</p>}
            </fieldset>
          );
        })}
        <div className={styles.buttons}>
          <Button look="main" type="submit">
            Record the run
          </Button>
          <Button onClick={onCancel}>Cancel</Button>
        </div>
      </form>
    </dialog>
  );
}
