import { repairOf, replaces } from "../../../core/model/machine/assembly";
import { bandSays } from "../../../core/model/naming/text";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import { useMachine } from "../../store/context";
import { Catalogue } from "../stock/Catalogue";
import styles from "./Suspects.module.css";
import { useEntrySays } from "./use-entry-says";

/** From so many bans on, an entry speaks so strongly. */
const STRENGTH: readonly (readonly [number, string])[] = [
  [2, "decisively"],
  [1, "strongly"],
  [0.4, "clearly"],
  [0.1, "a little"],
];
const LEAST_BANS = 0.1;
/** A band that is no wider than this says nothing new. */
const WORTH_SAYING = 0.05;

interface Spoken {
  readonly entry: string;
  readonly bans: number;
  readonly says: string;
}

/** Shows what in the record speaks for a suspect and what against it. */
export function Why({ suspect }: { readonly suspect: RankedSuspect }) {
  const entrySays = useEntrySays();
  const spoken = byEntry(suspect).flatMap(([entry, bans]): Spoken[] => {
    const says = entrySays(entry);
    return says !== undefined && Math.abs(bans) >= LEAST_BANS ? [{ entry, bans, says }] : [];
  });
  const { because, assemblies } = suspect.hypothesis;
  const machine = useMachine();
  const bought = assemblies.filter((a) => replaces(repairOf(machine, a)));
  return (
    <div className={styles.why}>
      {because !== undefined && <p>Because {because}.</p>}
      {suspect.band.high - suspect.band.low > WORTH_SAYING && <p>{bandSays(suspect.band)} if the failure rates are off (est.).</p>}
      <List title="For" rows={spoken.filter((w) => w.bans > 0).sort((a, b) => b.bans - a.bans)} />
      <List title="Against" rows={spoken.filter((w) => w.bans < 0).sort((a, b) => a.bans - b.bans)} />
      {bought.length > 0 && (
        <details>
          <summary>Parts for this repair</summary>
          <Catalogue assemblies={bought} />
        </details>
      )}
      {spoken.length === 0 && <p>No entry points to it or away from it yet.</p>}
    </div>
  );
}

/** One entry may hold several findings (a complaint, a proof run): it speaks once, with their sum. */
function byEntry({ weights }: RankedSuspect): [string, number][] {
  const sums = new Map<string, number>();
  for (const w of weights) sums.set(w.entry, (sums.get(w.entry) ?? 0) + w.bans);
  return [...sums];
}

function List({ title, rows }: { readonly title: string; readonly rows: readonly Spoken[] }) {
  if (rows.length === 0) return null;
  return (
    <>
      <h3>{title}</h3>
      <ul>
        {rows.map((w) => (
          <li key={w.entry}>
            {w.says} <i>{STRENGTH.find(([at]) => Math.abs(w.bans) >= at)?.[1] ?? ""}</i>
          </li>
        ))}
      </ul>
    </>
  );
}
