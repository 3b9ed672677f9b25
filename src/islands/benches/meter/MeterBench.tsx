import { useState } from "react";
import { Button } from "../../../ui/Button";
import { useJob } from "../../job/store/context";
import { SheetPane } from "../../sheet/SheetPane";
import styles from "../shared/Bench.module.css";
import { Judged } from "./Judged";
import { LogPane } from "./log/LogPane";
import panes from "./Meter.module.css";
import { PartPane } from "./part/PartPane";
import { ReadingsTable } from "./ReadingsTable";
import { useStandIn } from "./stand-in/use-stand-in";
import { useSubject } from "./subject";

const PANES = { sheet: "Sheet", part: "One part", readings: "All readings", log: "Logger’s file" } as const;
type Pane = keyof typeof PANES;

/** What the meter shows, judged; under it the sheet, on which parts and test points are chosen, one part with all that can be read of it, or every reading as a table. */
export function MeterBench() {
  const [pane, setPane] = useState<Pane>("sheet");
  const isRead = useJob((s) => s.job.record.some((l) => l.status !== "unreadable" && l.entry.kind === "finding"));
  const subject = useSubject();
  const meter = useStandIn(subject);
  const offered = (Object.keys(PANES) as Pane[]).filter((p) => p !== "readings" || isRead);
  const tabs = (
    <nav className={panes.panes} aria-label="Under the judgement">
      {offered.map((p) => (
        <Button key={p} aria-pressed={pane === p} onClick={() => setPane(p)}>
          {PANES[p]}
        </Button>
      ))}
    </nav>
  );
  return (
    <>
      <Judged subject={subject} meter={meter} />
      {pane !== "sheet" && tabs}
      <div className={styles.split}>{pane === "sheet" ? <SheetPane lead={tabs} /> : SHOWN[pane]()}</div>
    </>
  );
}

const SHOWN: Record<Exclude<Pane, "sheet">, () => React.ReactNode> = {
  part: () => <PartPane />,
  readings: () => <ReadingsTable />,
  log: () => <LogPane />,
};
