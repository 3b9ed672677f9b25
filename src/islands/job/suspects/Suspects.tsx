import { useState } from "react";
import { hypothesisSays } from "../../../core/language/diagnosis";
import { percent } from "../../../core/naming/text";
import type { RankedSuspect } from "../../../workers/engine.protocol";
import { useJob, useMachine } from "../store/context";
import styles from "./Suspects.module.css";
import { Why } from "./Why";

const SHOWN_AT_FIRST = 6;
/** From this share on, what was fitted is taken to have been it. */
const PROBABLY_FIXED = 0.5;
const NONE: readonly RankedSuspect[] = [];

/** What can still be wrong, likeliest first; each opens to what speaks for and against it. */
export function Suspects() {
  const standing = useJob((s) => s.diagnosis.standing);
  const [open, setOpen] = useState<string | undefined>();
  const [all, setAll] = useState(false);
  const suspects = standing?.suspects ?? NONE;
  return (
    <section className={styles.card} aria-label="What can still be wrong">
      <h2>{standing && standing.fixed > PROBABLY_FIXED ? "What it was" : "What can still be wrong"}</h2>
      <ol>
        {suspects.slice(0, all ? undefined : SHOWN_AT_FIRST).map((s) => (
          <Suspect
            key={s.hypothesis.suspect}
            suspect={s}
            isOpen={open === s.hypothesis.suspect}
            onOpen={() => setOpen(open === s.hypothesis.suspect ? undefined : s.hypothesis.suspect)}
          />
        ))}
      </ol>
      {suspects.length > SHOWN_AT_FIRST && (
        <button type="button" className={styles.more} onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${suspects.length - SHOWN_AT_FIRST} more`}
        </button>
      )}
      {standing && (
        <p className={styles.rest}>
          {standing.rest.count} others, {percent(standing.rest.share)} together. Shares start from estimated base rates.
        </p>
      )}
    </section>
  );
}

interface SuspectProps {
  readonly suspect: RankedSuspect;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

function Suspect({ suspect, isOpen, onOpen }: SuspectProps) {
  const machine = useMachine();
  return (
    <li data-suspect={suspect.hypothesis.suspect}>
      <button type="button" aria-expanded={isOpen} onClick={onOpen}>
        <span>{hypothesisSays(machine, suspect.hypothesis)}</span>
        <b>{percent(suspect.probability)}</b>
      </button>
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
