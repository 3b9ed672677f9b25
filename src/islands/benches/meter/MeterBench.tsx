import { useState } from "react";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import panes from "../../../ui/Tabs.module.css";
import { useSubject } from "../../panes/reading/subject";
import { SheetPane } from "../../panes/sheet/SheetPane";
import { useJob } from "../../store/context";
import { Judged } from "./Judged";
import { LogPane } from "./log/LogPane";
import { PartPane } from "./part/PartPane";
import { ReadingsTable } from "./ReadingsTable";
import { useStandIn } from "./use-stand-in";

const PANES = { sheet: "Sheet", part: "One part", readings: "All readings", log: "Logger’s file" } as const;
type Pane = keyof typeof PANES;

/** Shows what the meter shows, judged; under it the sheet, on which parts and test points are chosen, one part with all that can be read of it, or every reading as a table. */
export function MeterBench() {
  const [pane, setPane] = useState<Pane>("sheet");
  const isRead = useJob((s) => s.job.record.some((l) => l.status !== "unreadable" && l.entry.kind === "finding"));
  const subject = useSubject();
  const meter = useStandIn(subject);
  const offered = (Object.keys(PANES) as Pane[]).filter((p) => p !== "readings" || isRead);
  const tabs = (
    <nav className={panes.panes} aria-label="Under the judgment">
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
