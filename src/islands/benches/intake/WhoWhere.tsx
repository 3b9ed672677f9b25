import { useId, useState } from "react";
import { useForm } from "react-hook-form";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import styles from "./Intake.module.css";

const FIELDS = [
  { name: "place", label: "Address", needed: true },
  { name: "customer", label: "Customer", needed: true },
  { name: "phone", label: "Phone", needed: false },
] as const;
type Fields = Record<(typeof FIELDS)[number]["name"], string>;

/** Whoever and where; what was written down wrongly is corrected, and what stood there before stays on record. */
export function WhoWhere() {
  const opened = useJob((s) => s.job.opened);
  const [correcting, setCorrecting] = useState(false);
  if (!opened) return null;
  if (correcting) return <Correct now={{ ...opened, phone: opened.phone ?? "" }} onDone={() => setCorrecting(false)} />;
  return (
    <dl className={bench.facts}>
      <dt>Place</dt>
      <dd className={styles.withButton}>
        <span>
          {opened.place}
          <br />
          {opened.customer}
          {opened.phone ? `, ${opened.phone}` : ""}
        </span>
        <Button look="quiet" aria-label="Edit address and customer" onClick={() => setCorrecting(true)}>
          Correct
        </Button>
      </dd>
    </dl>
  );
}

function Correct({ now, onDone }: { readonly now: Fields; readonly onDone: () => void }) {
  const dispatch = useDispatch();
  const form = useId();
  const { register, handleSubmit, formState } = useForm<Fields>({ defaultValues: now });
  const submit = handleSubmit((fields) => {
    const changed = Object.fromEntries(
      FIELDS.flatMap(({ name }) => (fields[name].trim() === now[name] ? [] : [[name, fields[name].trim()]])),
    );
    if (Object.keys(changed).length > 0) void dispatch({ do: "record", drafts: [{ kind: "particulars", body: changed }] });
    onDone();
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="Address and customer">
      {FIELDS.map(({ name, label, needed }) => (
        <div key={name} className={styles.typed}>
          <label htmlFor={`${form}-${name}`}>{label}</label>
          <input
            id={`${form}-${name}`}
            {...register(name, { maxLength: 120, validate: (v) => !needed || v.trim() !== "" || `Enter the ${label.toLowerCase()}` })}
            aria-invalid={!!formState.errors[name]}
            autoComplete="off"
          />
          {formState.errors[name] && <em role="alert">{formState.errors[name].message || "at most 120 characters"}</em>}
        </div>
      ))}
      <div className={styles.buttons}>
        <Button type="submit">Save</Button>
        <Button look="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
