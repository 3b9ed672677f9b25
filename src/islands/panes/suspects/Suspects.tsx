import { type RefObject, useRef, useState, useSyncExternalStore } from "react";
import { percent } from "../../../core/model/naming/text";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import { hypothesisSays } from "../../../core/speech/words/card/diagnosis";
import { Press } from "../../../ui/Press";
import { useSize } from "../../../ui/use-size";
import { useJob, useMachine } from "../../store/context";
import styles from "./Suspects.module.css";
import { Why } from "./Why";

const SHOWN_AT_FIRST = 6;
/** From this share on, what the model does not have stands in a row of its own. */
const WORTH_A_ROW = 0.1;
/** From this share on, what was fitted is taken to have been it. */
const PROBABLY_FIXED = 0.5;
/** From this share on it is said that entries of this job seem to be slips. */
const MANY_SLIPS = 0.05;
const NONE: readonly RankedSuspect[] = [];

/** Suspects, likeliest first; each opens to what speaks for and against it. */
export function Suspects() {
  const standing = useJob((s) => s.diagnosis.standing);
  const [open, setOpen] = useState<string | undefined>();
  const [all, setAll] = useState(false);
  const suspects = standing?.suspects ?? NONE;
  const outside = standing?.outside ?? 0;
  const outsideFirst = outside > (suspects[0]?.probability ?? 0);
  const card = useRef<HTMLElement>(null);
  const shown = useRowsThatFit(card, all || open !== undefined);
  return (
    <section ref={card} className={styles.card} data-all={all || open !== undefined} aria-label="Suspects">
      <h2>{standing && standing.fixed > PROBABLY_FIXED ? "What failed" : "Suspects"}</h2>
      <ol>
        {outside >= WORTH_A_ROW && outsideFirst && <Outside share={outside} />}
        {suspects.slice(0, outside >= WORTH_A_ROW && shown !== undefined ? shown - 1 : shown).map((s) => (
          <Suspect
            key={s.hypothesis.suspect}
            suspect={s}
            isOpen={open === s.hypothesis.suspect}
            onOpen={() => setOpen(open === s.hypothesis.suspect ? undefined : s.hypothesis.suspect)}
          />
        ))}
        {outside >= WORTH_A_ROW && !outsideFirst && <Outside share={outside} />}
      </ol>
      {(all || suspects.length > (shown ?? suspects.length)) && (
        <Press className={styles.more} onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${suspects.length - (shown ?? 0)} more`}
        </Press>
      )}
      {standing && (all || shown === SHOWN_AT_FIRST) && (
        <p className={styles.rest}>
          {standing.rest.count} others, {percent(standing.rest.share)} together
          {outside < WORTH_A_ROW && `; ${percent(outside)} something not on the wiring sheet`}. Chances start from estimated failure rates
          {standing.slips > MANY_SLIPS && `; 1 entry in ${Math.round(1 / standing.slips)} is assumed wrong`}.
        </p>
      )}
    </section>
  );
}

/** Something that this model does not have, as a suspect among the others. */
function Outside({ share }: { readonly share: number }) {
  return (
    <li data-suspect="outside" className={styles.outside}>
      <p>
        <span>Something not on the wiring sheet</span>
        <b>{percent(share)}</b>
      </p>
      <Bar share={share} />
    </li>
  );
}

/** A suspect with its bar, and what stands round the list, px. */
const ROW = 53;
const ROUND = 70;
const STACKED = "(max-width: 980px)";

/** Gives how many suspects can be shown whole; `undefined`: all. */
function useRowsThatFit(card: RefObject<HTMLElement | null>, all: boolean): number | undefined {
  const { height } = useSize(card);
  const stacked = useSyncExternalStore(onStackChange, isStacked, () => false);
  if (all) return undefined;
  return stacked ? SHOWN_AT_FIRST : Math.min(SHOWN_AT_FIRST, Math.max(1, Math.floor((height - ROUND) / ROW)));
}

const isStacked = (): boolean => matchMedia(STACKED).matches;
function onStackChange(changed: () => void): () => void {
  const query = matchMedia(STACKED);
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
}

interface SuspectProps {
  readonly suspect: RankedSuspect;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

function Suspect({ suspect, isOpen, onOpen }: SuspectProps) {
  const machine = useMachine();
  const { assemblies } = suspect.hypothesis;
  const isPutRight = useJob(({ job }) => assemblies.length > 0 && assemblies.every((a) => job.fitted.some((f) => f.assembly === a)));
  return (
    <li data-suspect={suspect.hypothesis.suspect} data-put-right={isPutRight}>
      <Press aria-expanded={isOpen} onClick={onOpen}>
        <span>
          {hypothesisSays(machine, suspect.hypothesis)}
          {isPutRight && <small> ✓ fixed</small>}
        </span>
        <b>{percent(suspect.probability)}</b>
      </Press>
      <Bar share={suspect.probability} />
      {isOpen && <Why suspect={suspect} />}
    </li>
  );
}

function Bar({ share }: { readonly share: number }) {
  return (
    <svg className={styles.bar} width="100%" height="9" aria-hidden="true">
      <rect width="100%" height="9" rx="3" className={styles.track} />
      <rect width={`${Math.max(0.6, share * 100)}%`} height="9" rx="3" className={styles.fill} />
    </svg>
  );
}
