import { useState } from "react";
import { csvOf } from "../../../core/speech/words/report/csv";
import { Button } from "../../../ui/Button";
import { saveFile } from "../../../ui/save-file";
import { jobFile } from "../../panes/report/job-file";
import { visitsIcs } from "../../panes/report/visits-file";
import { useJob } from "../../store/context";
import hand from "./Hand.module.css";

/** The job, its parts and its visits as open files. */
export function OutAndIn() {
  const job = useJob((s) => s.job);
  const number = useJob((s) => s.number);
  const whole = useJob((s) => s.whole);
  const [says, setSays] = useState<string | undefined>();
  const name = `job-${number ?? "new"}`;
  const take = async (work: () => Promise<void> | void) => {
    try {
      await work();
      setSays(undefined);
    } catch (error) {
      setSays(`Can't make the file: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  const out = async () => {
    setSays("Packing…");
    const { zip, lacking } = await jobFile(job.id, number);
    saveFile(`${name}.zip`, "application/zip", zip);
    if (lacking > 0) throw new Error(`${lacking} files are missing from it. Try again with the server in reach.`);
  };
  const parts = () =>
    saveFile(
      `${name}-parts.csv`,
      "text/csv",
      csvOf(
        ["code", "name", "count", "price in cents", "warranty in months"],
        job.used.map((u) => [u.item, u.name, u.count, u.cents, u.warrantyMonths]),
      ),
    );
  return (
    <details className={hand.out}>
      <summary>Export job</summary>
      <div>
        <Button disabled={!whole} onClick={() => take(out)}>
          The whole job (zip)
        </Button>
        <Button onClick={() => take(parts)}>Parts (CSV)</Button>
        <Button onClick={() => take(() => saveFile(`${name}-visits.ics`, "text/calendar", visitsIcs(job, number)))}>Visits (ICS)</Button>
      </div>
      {says && <p role="status">{says}</p>}
    </details>
  );
}
