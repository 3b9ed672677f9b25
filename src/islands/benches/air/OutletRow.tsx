import { useMemo, useState } from "react";
import type { OutletPair } from "../../../core/reason/diagnosis/supply-cases";
import type { MeteredQuestion } from "../../../core/record/finding/metered";
import bench from "../../../ui/Bench.module.css";
import { ReadRow } from "./ReadRow";

type Cord = "out" | "in";
const CORDS: Record<Cord, string> = { out: "cord out", in: "cord in" };

/** Volts between two holes of the outlet, with the cord out, or in: a lost leg then shows the other one through the machine. */
export function OutletRow({ pair: { says, between } }: { readonly pair: OutletPair }) {
  const [cord, setCord] = useState<Cord>("out");
  const question = useMemo<MeteredQuestion>(
    () => ({ kind: "volts", place: { between: [between[0], between[1]] }, circumstances: { cord } }),
    [between, cord],
  );
  return (
    <ReadRow
      key={cord}
      name={`Outlet, ${says},`}
      label={`Outlet, ${says}, ${CORDS[cord]}`}
      question={question}
      choice={
        <select
          className={bench.field}
          aria-label={`Cord while the outlet is read, ${says}`}
          value={cord}
          onChange={(e) => setCord(e.target.value === "in" ? "in" : "out")}
        >
          {Object.entries(CORDS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      }
    />
  );
}
