import { item, real } from "../../model/array/at";
import { highest, logSum, summed } from "../../model/array/logs";
import { type FindingKind, findingKind } from "../../record/finding/finding";
import { strayDensity } from "../../record/finding/kinds/ohms";
import { isPieceLook } from "../../record/finding/piece-looks";
import type { Evidence } from "../../record/job/state";
import type { SuspectSet } from "./suspect-set";

/** An entry that the rest of the record did not lead anybody to expect. */
interface Strange {
  readonly entry: string;
  /** Says how many times likelier it would be if anything might be found there, in powers of ten. */
  readonly bans: number;
}

const LOOKED_AT: readonly FindingKind[] = ["look", "spot", "verdict"];
const LOOKS_BAD = 0.15;
const READS_OPEN = 0.3;
/** A value of a run that none foresees, against one that some do (est.). */
const UNUSUAL = 0.1;
/** Less than this is nothing to wonder at. */
const LEAST_BANS = 0.6;

/** P(finding) where anything may be found: every answer alike, every value even over the decades. `top`: log of what fits it best. */
export function anything(set: SuspectSet, { finding }: Evidence, top: number): number {
  const { kind, result } = finding;
  if (kind === "ohms") return result.is === "OL" ? READS_OPEN : result.is === "value" ? (1 - READS_OPEN) * strayDensity(result.value) : 1;
  if (LOOKED_AT.includes(kind) && result.is === "answer") return result.value === "bad" ? LOOKS_BAD : 1 - LOOKS_BAD;
  const asks = findingKind(finding).asks(finding, set.predictor.machine);
  if (asks && "answers" in asks) return 1 / asks.answers.length;
  return Math.exp(top) * UNUSUAL;
}

/** Entries that the rest of the record makes unlikely under everything that the model has, the strangest first. Posterior predictive, entry by entry. */
export function strangeEntries(set: SuspectSet, evidence: readonly Evidence[]): Strange[] {
  if (evidence.length < 2) return [];
  const columns = set.columns(evidence);
  const total = summed(set.logPrior, columns);
  const all = logSum(total);
  const without = new Float64Array(total.length);
  return (
    evidence
      .map((e, n): Strange => {
        const column = item(columns, n);
        for (let i = 0; i < without.length; i++) without[i] = real(total, i) - real(column, i);
        const expected = all - logSum(without);
        return { entry: e.entry, bans: (Math.log(anything(set, e, highest(column))) - expected) / Math.LN10 };
      })
      // A piece that no circuit shows, found bad, is the trouble itself.
      .filter((s, n) => s.bans > LEAST_BANS && !isPieceLook(item(evidence, n).finding))
      .sort((a, b) => b.bans - a.bans)
  );
}
