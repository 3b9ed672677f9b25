import { ArrowLeft, CircleHelp, CloudOff } from "lucide-react";
import { STAGE_NAMES } from "../../../core/record/job/stages";
import { useJob } from "../../store/context";
import { EnergyBadge } from "./EnergyBadge";
import styles from "./JobView.module.css";
import { handbookHref } from "./use-page-keys";

/** Which job it is, what has not reached the server yet, and what energy is connected. */
export function Head() {
  const number = useJob((s) => s.number);
  const silentSince = useJob((s) => s.silentSince);
  const place = useJob((s) => s.job.opened?.place);
  const machine = useJob((s) => s.job.machine);
  const words = useJob((s) => s.job.complaint?.words);
  const safety = useJob((s) => s.job.safety);
  return (
    <header className={styles.head}>
      <a href="/jobs" className={styles.back} aria-label="All jobs">
        <ArrowLeft size={24} aria-hidden />
      </a>
      <h1>{number === undefined ? "Job (new)" : `Job ${number}`}</h1>
      <p>
        {place}
        {machine && ` · ${machine.maker} ${machine.model}`}
        {words !== undefined && <span className={styles.words}> · “{words}”</span>}
      </p>
      <Help />
      <Waiting />
      <EnergyBadge safety={safety} silentSince={silentSince} />
    </header>
  );
}

/** The handbook's page of this bench. */
function Help() {
  const bench = useJob((s) => s.view.bench);
  return (
    <a href={handbookHref(bench)} className={styles.back} aria-label={`Handbook: ${STAGE_NAMES[bench]}`}>
      <CircleHelp size={24} aria-hidden />
    </a>
  );
}

function Waiting() {
  const count = useJob((s) => s.waiting.size);
  const trouble = useJob((s) => s.trouble);
  if (count === 0) return null;
  return (
    <output className={styles.offline} title={trouble ?? "sending"}>
      <CloudOff size={20} aria-hidden />
      <span>
        {count} not sent yet
        {trouble && <small>{trouble}</small>}
      </span>
    </output>
  );
}
