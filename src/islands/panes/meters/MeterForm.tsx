import { X } from "lucide-react";
import { useState } from "react";
import { type UseFormRegister, useFieldArray, useForm } from "react-hook-form";
import type { Meter } from "../../../core/model/instrument/meter";
import { UNIT_SYMBOL } from "../../../core/model/quantity/quantity";
import { Button } from "../../../ui/Button";
import { type Amiss, EMPTY_RANGE, fieldsOf, METER_UNITS, type MeterFields, meterFrom, type RangeFields } from "./fields";
import styles from "./Meters.module.css";

interface Props {
  readonly meter: Meter;
  readonly onKeep: (meter: Meter) => void;
  readonly onLeave: () => void;
}

/** As the form holds it. */
interface Typed {
  name: string;
  ranges: RangeFields[];
}

const COLUMNS: readonly { readonly field: Exclude<keyof RangeFields, "unit">; readonly head: string }[] = [
  { field: "upTo", head: "up to" },
  { field: "digitSize", head: "last digit" },
  { field: "percentOfReading", head: "±% of reading" },
  { field: "digits", head: "± digits" },
];

/** A meter as its data sheet has it: each range with how far it may be off. */
export function MeterForm({ meter, onKeep, onLeave }: Props) {
  const { register, control, handleSubmit } = useForm<Typed>({
    defaultValues: { ...fieldsOf(meter), ranges: [...fieldsOf(meter).ranges] },
  });
  const { fields, append, remove } = useFieldArray({ control, name: "ranges" });
  const [invalid, setInvalid] = useState<Amiss>({});
  const submit = handleSubmit((typed: MeterFields) => {
    const read = meterFrom(typed);
    if (read.ok) onKeep(read.meter);
    else setInvalid(read.amiss);
  });
  return (
    <form className={styles.form} onSubmit={submit} aria-label="A meter">
      <label>
        Name <input {...register("name", { maxLength: 60 })} aria-invalid={!!invalid.name} autoComplete="off" />
      </label>
      <div className={styles.ranges}>
        <table>
          <Heads />
          <tbody>
            {fields.map((row, i) => (
              <RangeRow key={row.id} at={i} invalid={invalid} register={register} onRemove={() => remove(i)} />
            ))}
          </tbody>
        </table>
      </div>
      {Object.entries(invalid).map(([field, why]) => (
        <p key={field} role="alert">
          {field.startsWith("ranges.") ? `Range ${Number(field.split(".")[1]) + 1}: ` : ""}
          {why}
        </p>
      ))}
      <div>
        <Button onClick={() => append(EMPTY_RANGE)}>Another range</Button>
        <Button type="submit">Save meter</Button>
        <Button look="quiet" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

const Heads = () => (
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
);

interface RangeProps {
  readonly at: number;
  readonly invalid: Amiss;
  readonly register: UseFormRegister<Typed>;
  readonly onRemove: () => void;
}

function RangeRow({ at, invalid, register, onRemove }: RangeProps) {
  const name = `Range ${at + 1}`;
  return (
    <tr>
      <td>
        <select aria-label={`${name}, measures`} {...register(`ranges.${at}.unit`)}>
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
            aria-label={`${name}, ${head}`}
            aria-invalid={!!invalid[`ranges.${at}.${field}`]}
            {...register(`ranges.${at}.${field}`)}
            autoComplete="off"
          />
        </td>
      ))}
      <td>
        <Button look="quiet" aria-label={`Remove range ${at + 1}`} onClick={onRemove}>
          <X size={18} aria-hidden />
        </Button>
      </td>
    </tr>
  );
}
