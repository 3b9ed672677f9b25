import { useState } from "react";
import type { RankingView, SuspectView } from "../../workers/diagnosis.protocol";
import { percent } from "./Sheet";
import styles from "./Suspects.module.css";

interface Props {
  readonly ranking: RankingView | undefined;
  /** How an entry reads in the record, by its id. */
  readonly says: (entry: string) => string | undefined;
}

/** What can still be wrong, likeliest first; each opens to what speaks for and against it. */
export function Suspects({ ranking, says }: Props) {
  const [open, setOpen] = useState<string | undefined>();
  const [all, setAll] = useState(false);
  const shown = ranking?.suspects.slice(0, all ? undefined : 6) ?? [];
  return (
    <section className={styles.card} aria-label="What can still be wrong">
      <h2>{ranking && ranking.fixed > 0.5 ? "What it was" : "What can still be wrong"}</h2>
      <ol>
        {shown.map((s) => (
          <li key={s.id} data-suspect={s.id}>
            <button type="button" aria-expanded={open === s.id} onClick={() => setOpen(open === s.id ? undefined : s.id)}>
              <span>{s.sentence}</span>
              <b>{percent(s.probability)}</b>
            </button>
            <Bar share={s.probability} />
            {open === s.id && <Why suspect={s} says={says} />}
          </li>
        ))}
      </ol>
      {ranking && ranking.suspects.length > 6 && (
        <button type="button" className={styles.more} onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${ranking.suspects.length - 6} more`}
        </button>
      )}
      {ranking && (
        <p className={styles.rest}>
          {ranking.rest.count} others, {percent(ranking.rest.share)} together. Shares start from estimated base rates.
        </p>
      )}
    </section>
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

const STRENGTH: readonly [number, string][] = [
  [2, "decisively"],
  [1, "strongly"],
  [0.4, "clearly"],
  [0.1, "a little"],
];

function Why({ suspect, says }: { readonly suspect: SuspectView; readonly says: Props["says"] }) {
  // One entry may hold several findings (a complaint, a proof run): it speaks once, with their sum.
  const byEntry = new Map<string, number>();
  for (const w of suspect.weights) byEntry.set(w.entry, (byEntry.get(w.entry) ?? 0) + w.bans);
  const known = [...byEntry]
    .map(([entry, bans]) => ({ entry, bans, text: says(entry) }))
    .filter((w) => w.text !== undefined && Math.abs(w.bans) >= 0.1);
  const strength = (bans: number) => STRENGTH.find(([at]) => Math.abs(bans) >= at)?.[1] ?? "";
  const list = (title: string, rows: typeof known) =>
    rows.length > 0 && (
      <>
        <h3>{title}</h3>
        <ul>
          {rows.map((w) => (
            <li key={w.entry + w.bans}>
              {w.text} <i>{strength(w.bans)}</i>
            </li>
          ))}
        </ul>
      </>
    );
  return (
    <div className={styles.why}>
      {suspect.because && <p>Because {suspect.because}.</p>}
      {list(
        "For",
        known.filter((w) => w.bans > 0).sort((a, b) => b.bans - a.bans),
      )}
      {list(
        "Against",
        known.filter((w) => w.bans < 0).sort((a, b) => a.bans - b.bans),
      )}
      {known.length === 0 && <p>Nothing recorded speaks for or against it yet.</p>}
    </div>
  );
}
