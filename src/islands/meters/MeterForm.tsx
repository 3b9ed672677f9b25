import { X } from "lucide-react";
import { useState } from "react";
import { useFieldArray, useForm } from "react-hook-form";
import type { Meter } from "../../core/instrument/meter";
import { UNIT_SYMBOL } from "../../core/quantity/quantity";
import { Button } from "../../ui/Button";
import { type Amiss, EMPTY_RANGE, fieldsOf, METER_UNITS, type MeterFields, meterFrom, type RangeFields } from "./fields";
import styles from "./Meters.module.css";

interface Props {
  readonly meter: Meter;
  readonly onKeep: (meter: Meter) => void;
  readonly onLeave: () => void;
}

const COLUMNS: readonly { readonly field: Exclude<keyof RangeFields, "unit">; readonly head: string }[] = [
  { field: "upTo", head: "up to" },
  { field: "digitSize", head: "last digit" },
  { field: "percentOfReading", head: "± % of reading" },
  { field: "digits", head: "± digits" },
];

/** A meter as its data sheet has it: each range with how far it may be off. */
export function MeterForm({ meter, onKeep, onLeave }: Props) {
  const { register, control, handleSubmit } = useForm<{ name: string; ranges: RangeFields[] }>({
    defaultValues: { ...fieldsOf(meter), ranges: [...fieldsOf(meter).ranges] },
  });
  const { fields, append, remove } = useFieldArray({ control, name: "ranges" });
  const [amiss, setAmiss] = useState<Amiss>({});
  const submit = handleSubmit((typed: MeterFields) => {
    const read = meterFrom(typed);
    if (read.ok) onKeep(read.meter);
    else setAmiss(read.amiss);
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="A meter">
      <label>
        Its name <input {...register("name", { maxLength: 60 })} aria-invalid={!!amiss.name} autoComplete="off" />
      </label>
      <div className={styles.ranges}>
        <table>
          <thead>
            <tr>
              <th scope="col">measures</th>
              {COLUMNS.map(({ head }) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
              <th scope="col">
                <span className="hidden">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {fields.map((row, i) => (
              <tr key={row.id}>
                <td>
                  <select aria-label={`Range ${i + 1}, measures`} {...register(`ranges.${i}.unit`)}>
                    {METER_UNITS.map((u) => (
                      <option key={u} value={u}>
                        {UNIT_SYMBOL[u]}
                      </option>
                    ))}
                  </select>
                </td>
                {COLUMNS.map(({ field, head }) => (
                  <td key={field}>
                    <input
                      aria-label={`Range ${i + 1}, ${head}`}
                      aria-invalid={!!amiss[`ranges.${i}.${field}`]}
                      {...register(`ranges.${i}.${field}`)}
                      autoComplete="off"
                    />
                  </td>
                ))}
                <td>
                  <Button look="quiet" aria-label={`Remove range ${i + 1}`} onClick={() => remove(i)}>
                    <X size={18} aria-hidden />
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {Object.entries(amiss).map(([field, why]) => (
        <p key={field} role="alert">
          {field.startsWith("ranges.") ? `Range ${Number(field.split(".")[1]) + 1}: ` : ""}
          {why}
        </p>
      ))}
      <div>
        <Button onClick={() => append(EMPTY_RANGE)}>Another range</Button>
        <Button type="submit">Keep the meter</Button>
        <Button look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
