import { item } from "../../model/array/at";
import type { Fault } from "../../model/machine/fault";
import { readTerminal } from "../../model/machine/wiring";
import type { Predictor } from "../../model/prediction/predictor";
import { controlsIn, wiringIn } from "../../record/finding/circumstances";
import type { FindingOf } from "../../record/finding/finding";
import { readsHealthy } from "../../record/finding/limits/assess";
import type { Evidence } from "../../record/job/state";
import type { Ranking } from "./rank";
import type { SuspectSet } from "./suspect-set";

/** Says how the current of a reading got there, where that is not plain. */
export interface CurrentPath {
  readonly entry: string;
  /** Parts on the way, from the first probe to the second, each with its share of the meter's current. */
  readonly parts: readonly { readonly part: string; readonly share: number }[];
}

/** Of a meter's current: above this a part carries all of it, below the other it hardly matters. */
const ALL = 0.97;
const SOME = 0.03;

export const carriesAll = (share: number): boolean => share >= ALL;
export const sharesIn = (share: number): boolean => share > SOME && share < ALL;

/**
 * The way of every reading that surprises: one that a good machine would not give, or one that a second path shares
 * in. Taken on the machine as the leading suspect has it.
 */
export function currentPaths(set: SuspectSet, ranking: Ranking, evidence: readonly Evidence[]): CurrentPath[] {
  const leader = set.numberOf(item(ranking.suspects, 0).hypothesis.id);
  return evidence.flatMap(({ entry, finding, fitted }): CurrentPath[] => {
    if (finding.kind !== "ohms" || finding.result.is === "OL") return [];
    const parts = oddPath(set.predictor, set.faultsLeft(leader, fitted), finding);
    return parts ? [{ entry, parts }] : [];
  });
}

function oddPath(predictor: Predictor, faults: readonly Fault[], finding: FindingOf<"ohms">): CurrentPath["parts"] | undefined {
  const { place, circumstances } = finding;
  const path = predictor.path(faults, {
    between: place.between,
    unit: "ohm",
    wiring: wiringIn(circumstances),
    controls: controlsIn(circumstances),
  });
  if (path.length === 0) return undefined;
  const own = place.between.map((p) => readTerminal(p)?.part ?? p);
  const elsewhere = path.some((p) => !own.includes(p.part));
  const odd = elsewhere && !readsHealthy(predictor.machine, finding);
  return odd || path.some((p) => sharesIn(p.share)) ? path : undefined;
}
