import { isReached } from "../../../core/access/opening";
import type { RankedSuspect } from "../../../core/diagnosis/standing";
import { repairPhrase } from "../../../core/language/phrases";
import { repairOf } from "../../../core/machine/assembly";
import { fittedSays, repairSays } from "../../../core/naming/names";
import { behindSays } from "../../../core/naming/removals";
import { minutesSay, percent } from "../../../core/naming/text";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import { SheetPane } from "../../sheet/SheetPane";
import styles from "../shared/Bench.module.css";

const MOST_SHOWN = 3;
const NONE: readonly RankedSuspect[] = [];

/** What would put it right, with its share and price; what was fitted; the sheet under it. */
export function FitBench() {
  const machine = useMachine();
  const suspects = useJob((s) => s.diagnosis.standing?.suspects ?? NONE);
  const fitted = useJob((s) => s.job.fitted);
  return (
    <>
      <ol className={`${styles.rows} ${styles.dense}`} aria-label="What would put it right">
        {repairsIn(suspects)
          .slice(0, MOST_SHOWN)
          .map((r) => (
            <Repair key={r.assemblies.join()} {...r} />
          ))}
      </ol>
      {fitted.length > 0 && (
        <p className={styles.good}>✓ {fitted.map((f) => fittedSays(machine, f.assembly, f.action === "replaced")).join(" · ")}</p>
      )}
      <div className={styles.split}>
        <SheetPane />
      </div>
    </>
  );
}

interface RepairShare {
  readonly assemblies: readonly string[];
  readonly share: number;
}

/** Suspects that the same repair puts right, as one; the likeliest first. */
function repairsIn(suspects: readonly RankedSuspect[]): RepairShare[] {
  const shares = new Map<string, RepairShare>();
  for (const { hypothesis, probability } of suspects) {
    if (hypothesis.assemblies.length === 0) continue;
    const key = hypothesis.assemblies.join("+");
    shares.set(key, { assemblies: hypothesis.assemblies, share: (shares.get(key)?.share ?? 0) + probability });
  }
  return [...shares.values()].sort((a, b) => b.share - a.share);
}

function Repair({ assemblies, share }: RepairShare) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const minutes = repairs.reduce((sum, r) => sum + r.minutes, 0);
  const price = repairs.reduce((sum, r) => sum + r.price, 0);
  const canReach = useJob(({ job }) => job.safety.power === "dead" && repairs.every((r) => isReached(machine, r.panel, job)));
  const behind = [...new Set(repairs.flatMap((r) => r.panel ?? []))].map((p) => behindSays(machine, p));
  return (
    <li>
      <div>
        <h3>{`${canReach ? "" : "Plan: "}${repairs.map(repairSays).join(", ")}`}</h3>
        <small>
          {percent(share)} that this is it · {minutesSay(minutes)} · {price > 0 ? `about ${price}` : "no part needed"}
          {behind.length > 0 && ` · ${behind.join(", ")}`} (est.)
        </small>
      </div>
      <Button onClick={() => dispatch({ do: "type", text: repairs.map((r) => repairPhrase(machine, r)).join(", ") })}>Type it</Button>
    </li>
  );
}
