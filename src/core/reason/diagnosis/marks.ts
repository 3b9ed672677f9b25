import { item, real, whole } from "../../model/array/at";
import type { Fault } from "../../model/machine/fault";
import type { Ranking } from "./rank";
import type { SuspectSet } from "./suspect-set";

/** Says how a part stands on the sheet. */
export interface Mark {
  readonly state: "good" | "suspect" | "bad" | "unknown";
  /** Posterior that the part, or a joint at it, is at fault now. */
  readonly share: number;
}

const BAD_AT = 0.85;
const SUSPECT_AT = 0.015;
/** Good means spoken for: the share fell below this, and to this part of the prior. */
const GOOD_BELOW = 0.01;
const GOOD_FALL = 5;

/** Marks by part id. What was fitted is left out of the share. */
export function marksOf(set: SuspectSet, ranking: Ranking, fitted: readonly string[]): Record<string, Mark> {
  const shares = new Map<string, number>();
  const priors = new Map<string, number>();
  const left = set.left(fitted);
  set.hypotheses.forEach((h, i) => {
    addTo(priors, h.faults, h.prior);
    addTo(shares, item(set.hypotheses, whole(left, i)).faults, real(ranking.posterior, i));
  });
  return Object.fromEntries(
    set.predictor.machine.parts.map(({ id }) => {
      const share = shares.get(id) ?? 0;
      return [id, { state: stateOf(share, priors.get(id) ?? 0), share }];
    }),
  );
}

function addTo(sums: Map<string, number>, faults: readonly Fault[], p: number): void {
  for (const part of new Set(faults.map((f) => f.part))) sums.set(part, (sums.get(part) ?? 0) + p);
}

function stateOf(share: number, prior: number): Mark["state"] {
  if (share >= BAD_AT) return "bad";
  if (share >= SUSPECT_AT) return "suspect";
  return share < GOOD_BELOW && share < prior / GOOD_FALL ? "good" : "unknown";
}
