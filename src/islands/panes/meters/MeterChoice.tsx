import { useEffect, useState } from "react";
import { COMMON_METER, type Meter } from "../../../core/model/instrument/meter";
import { useDispatch, useJob } from "../../store/context";
import { keptMeters } from "./kept";

/** With which meter this job is measured from here on; it stands in the record, with its ranges. */
export function MeterChoice({ className }: { readonly className: string | undefined }) {
  const dispatch = useDispatch();
  const used = useJob((s) => s.job.meter?.used?.name) ?? COMMON_METER.name;
  const known = useJob((s) => s.job.meters);
  const [mine, setMine] = useState<readonly Meter[]>([]);
  useEffect(() => setMine(keptMeters()), []);
  const offered = [COMMON_METER, ...mine, ...known].filter((m, i, all) => all.findIndex((o) => o.name === m.name) === i);
  return (
    <select
      className={className}
      aria-label="Measured with"
      value={used}
      onChange={(e) => {
        const chosen = offered.find((m) => m.name === e.target.value);
        if (chosen) void dispatch({ do: "record", drafts: [{ kind: "meter", body: { used: { ...chosen, ranges: [...chosen.ranges] } } }] });
      }}
    >
      {offered.map((m) => (
        <option key={m.name} value={m.name}>
          {m.name}
        </option>
      ))}
    </select>
  );
}
