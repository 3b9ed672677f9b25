import { useState } from "react";
import { Button } from "../../../ui/Button";
import { useJob } from "../../job/store/context";
import { SheetPane } from "../../sheet/SheetPane";
import styles from "../shared/Bench.module.css";
import { Judged } from "./Judged";
import meter from "./Meter.module.css";
import { PartPane } from "./part/PartPane";
import { ReadingsTable } from "./ReadingsTable";

const PANES = { sheet: "Sheet", part: "One part", readings: "All readings" } as const;
type Pane = keyof typeof PANES;

/** What the meter shows, judged; under it the sheet, on which parts and test points are chosen, one part with all that can be read of it, or every reading as a table. */
export function MeterBench() {
  const [pane, setPane] = useState<Pane>("sheet");
  const isRead = useJob((s) => s.job.record.some((l) => l.status !== "unreadable" && l.entry.kind === "finding"));
  const offered = (Object.keys(PANES) as Pane[]).filter((p) => p !== "readings" || isRead);
  return (
    <>
      <Judged>
        <nav className={meter.panes} aria-label="Under the judgement">
          {offered.map((p) => (
            <Button key={p} aria-pressed={pane === p} onClick={() => setPane(p)}>
              {PANES[p]}
            </Button>
          ))}
        </nav>
      </Judged>
      <div className={styles.split}>{SHOWN[pane]()}</div>
    </>
  );
}

const SHOWN: Record<Pane, () => React.ReactNode> = {
  sheet: () => <SheetPane />,
  part: () => <PartPane />,
  readings: () => <ReadingsTable />,
};
