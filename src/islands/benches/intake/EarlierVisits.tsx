import { format } from "date-fns";
import { RotateCcw } from "lucide-react";
import { useEffect, useState } from "react";
import { capital } from "../../../core/model/naming/text";
import { type EarlierVisit, repeatOf, repeatSays } from "../../../core/speech/words/report/earlier-visits";
import bench from "../../../ui/Bench.module.css";
import { askEarlier } from "../../replica/ask-server";
import { useJob } from "../../store/context";
import styles from "./Intake.module.css";

/** Earlier visits to this machine, with what was done and read; a call that comes back soon is said first. */
export function EarlierVisits() {
  const id = useJob((s) => s.job.id);
  const number = useJob((s) => s.number);
  const machine = useJob((s) => s.job.machineRef?.id);
  const serial = useJob((s) => s.job.serial);
  const place = useJob((s) => s.job.opened?.place);
  const openedAt = useJob(({ job }) => job.openedAt);
  const given = useJob((s) => s.earlier);
  const [visits, setVisits] = useState<readonly EarlierVisit[] | "away" | undefined>(given);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew when the machine is corrected, or the job is known to the server
  useEffect(() => {
    let gone = false;
    askEarlier(id).then(
      (told) => !gone && setVisits(told ?? []),
      () => !gone && setVisits("away"),
    );
    return () => {
      gone = true;
    };
  }, [id, number, machine, serial, place]);
  const repeat = Array.isArray(visits) && openedAt ? repeatOf(visits, openedAt) : undefined;
  return (
    <section className={styles.earlier} aria-label="Earlier visits">
      {repeat && openedAt && <Repeat visit={repeat} openedAt={openedAt} />}
      <h3>This machine’s earlier visits</h3>
      {visits === undefined && <p className={bench.quiet}>Looking…</p>}
      {visits === "away" && <p className={bench.quiet}>Can't reach the server. Earlier visits aren't known here.</p>}
      {Array.isArray(visits) && visits.length === 0 && <p className={bench.quiet}>No earlier visits for this serial number or address.</p>}
      {Array.isArray(visits) && (
        <ol className={styles.visits}>
          {visits.map((v: EarlierVisit) => (
            <Visit key={v.id} visit={v} />
          ))}
        </ol>
      )}
    </section>
  );
}

function Repeat({ visit, openedAt }: { readonly visit: EarlierVisit; readonly openedAt: string }) {
  const { says, done } = repeatSays(visit, openedAt);
  return (
    <div className={styles.repeat} role="note">
      <b>
        <RotateCcw size={18} aria-hidden /> {says}
      </b>
      <span>{done}</span>
    </div>
  );
}

function Visit({ visit: { id, number, changedAt, closed, complaint, done, readings, declined } }: { readonly visit: EarlierVisit }) {
  return (
    <li>
      <a href={`/jobs/${id}`}>
        <time dateTime={changedAt} suppressHydrationWarning>
          {format(new Date(changedAt), "MMM d, yyyy")}
        </time>
        <span>
          job {number}
          {closed ? "" : ", still open"}
        </span>
      </a>
      <p>
        {complaint && `“${complaint}”. `}
        {done.length > 0 ? capital(done.join("; ")) : "No repair made"}.
      </p>
      {declined && <p className={bench.caution}>⚠ {capital(declined)}.</p>}
      {readings.length > 0 && <small>{readings.join(" · ")}</small>}
    </li>
  );
}
