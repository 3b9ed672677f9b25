import { type MouseEvent, useEffect, useRef } from "react";
import { STAGE_NAMES, STAGES, type Stage } from "../../../core/record/job/stages";
import { useDispatch, useJob } from "../../store/context";
import styles from "./JobView.module.css";
import { benchHref, useBenchAddress } from "./use-bench-address";

/** True where the strip stands at its bench before any script has run: who has moved it since then means it. */
const placedByStyle = () => typeof CSS !== "undefined" && CSS.supports("scroll-initial-target", "nearest");

/** The ten benches in the order of the work. The one where the work stands is marked; any can be visited. */
export function Stages() {
  const id = useJob((s) => s.job.id);
  const bench = useJob((s) => s.view.bench);
  const here = useRef<HTMLLIElement>(null);
  const shown = useRef<Stage | undefined>(placedByStyle() ? bench : undefined);
  useBenchAddress(id, bench);
  useEffect(() => {
    // Whatever moves under a finger loses its touch: only for another bench, and no further than it must.
    if (shown.current === bench) return;
    shown.current = bench;
    here.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [bench]);
  return (
    <nav className={styles.stages} aria-label="Benches">
      <ol>
        {STAGES.map((stage) => (
          <li key={stage} ref={stage === bench ? here : undefined}>
            <StageLink job={id} stage={stage} />
          </li>
        ))}
      </ol>
    </nav>
  );
}

function StageLink({ job, stage }: { readonly job: string; readonly stage: Stage }) {
  const dispatch = useDispatch();
  const isHere = useJob((s) => s.view.bench === stage);
  const isNow = useJob((s) => s.job.stage === stage && !s.job.closed);
  const isDone = useJob((s) => s.job.done.includes(stage));
  const go = (e: MouseEvent) => {
    // Another tab or window is the browser's affair.
    if (e.button !== 0 || e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return;
    e.preventDefault();
    dispatch({ do: "go", bench: stage });
  };
  return (
    <a href={benchHref(job, stage)} aria-current={isHere ? "page" : undefined} data-done={isDone} data-now={isNow} onClick={go}>
      <span aria-hidden="true" className={styles.mark}>
        {isNow ? "▸" : isDone ? "✓" : ""}
      </span>
      {STAGE_NAMES[stage]}
      {isDone && <span className="hidden"> done</span>}
      {isNow && <span className="hidden"> current bench</span>}
    </a>
  );
}
