import { useState } from "react";
import { Button } from "../../../ui/Button";
import { useJob } from "../../job/store/context";
import { SheetPane } from "../../sheet/SheetPane";
import styles from "../shared/Bench.module.css";
import { Judged } from "./Judged";
import { ReadingsTable } from "./ReadingsTable";

/** What the meter shows, judged; under it the sheet, on which parts and test points are chosen, or every reading as a table. */
export function MeterBench() {
  const [listed, setListed] = useState(false);
  const isRead = useJob((s) => s.job.record.some((l) => l.status !== "unreadable" && l.entry.kind === "finding"));
  return (
    <>
      <Judged>{isRead && <Button onClick={() => setListed(!listed)}>{listed ? "Sheet" : "All readings"}</Button>}</Judged>
      <div className={styles.split}>{listed ? <ReadingsTable /> : <SheetPane />}</div>
    </>
  );
}
