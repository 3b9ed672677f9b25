import { useId, useMemo, useState } from "react";
import { maybePartOf, type Part } from "../../../../core/model/machine/format";
import { statesOf } from "../../../../core/reason/judging/part-states";
import { leadsInWords } from "../../../../core/speech/words/bench/part-states";
import bench from "../../../../ui/Bench.module.css";
import { partsOf, useSubject } from "../../../panes/reading/subject";
import { useJob, useMachine } from "../../../store/context";
import { Leads } from "./Leads";
import styles from "./Part.module.css";
import { PartTable } from "./PartTable";
import { ThermistorCurve } from "./ThermistorCurve";
import { usePartRows } from "./use-part-readings";

/** One part: where the leads go, and all that can be read of it, old beside new. */
export function PartPane() {
  const machine = useMachine();
  const subject = useSubject();
  const chosen = useJob((s) => (s.view.chosen.kind === "part" ? s.view.chosen.part : undefined));
  const metered = useMemo(() => machine.parts.filter((p) => statesOf(machine, p).length > 0), [machine]);
  const asked = (subject ? partsOf(subject.question) : []).find((id) => metered.some((p) => p.id === id));
  const [picked, setPicked] = useState<string | undefined>();
  const [followed, setFollowed] = useState(chosen ?? asked);
  const at = chosen ?? asked;
  // Whatever is chosen on the sheet or typed leads; between two of those, who picks here does.
  if (at !== undefined && at !== followed) {
    setFollowed(at);
    setPicked(undefined);
  }
  const part = maybePartOf(machine, picked ?? at ?? followed ?? "") ?? metered[0];
  const label = useId();
  if (!part) return <p>This machine has no part that is metered.</p>;
  return (
    <section className={styles.pane} aria-label="One part">
      <div className={styles.pick}>
        <label className="hidden" htmlFor={label}>
          Part
        </label>
        <select id={label} className={bench.field} value={part.id} onChange={(e) => setPicked(e.target.value)}>
          {metered.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
        <p>{leadsInWords(part)}</p>
      </div>
      <Read key={part.id} part={part} />
    </section>
  );
}

/** Shows what was read of the part, judged once for all that shows it. */
function Read({ part }: { readonly part: Part }) {
  const rows = usePartRows(part);
  return (
    <>
      <Leads part={part} first={rows[0]} />
      <PartTable part={part} rows={rows} />
      {part.kind === "thermistor" && <ThermistorCurve part={part} rows={rows} />}
    </>
  );
}
