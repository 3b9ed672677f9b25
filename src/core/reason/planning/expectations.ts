import { item, real } from "../../model/array/at";
import type { Belief } from "./belief";
import { leaderAfter } from "./next";
import type { Expectation } from "./proposal";
import { type OutcomeClass, rowOf, sharesByRow } from "./tests/outcomes";
import type { Valued } from "./tests/valued";

const MOST_EXPECTED = 4;
/** Outcomes less likely than this are not told. */
const SLIGHT = 0.02;

/** Bands that touch, as one. */
function joined(classes: readonly OutcomeClass[]): OutcomeClass[] {
  const out: OutcomeClass[] = [];
  for (const c of classes) {
    if (c.kind !== "band") {
      out.push(c);
      continue;
    }
    const at = out.findIndex((o) => o.kind === "band" && (o.high === c.low || o.low === c.high));
    const beside = out[at];
    if (beside?.kind === "band") out.splice(at, 1);
    out.push(beside?.kind === "band" ? { ...c, low: Math.min(beside.low, c.low), high: Math.max(beside.high, c.high) } : c);
  }
  return out.length < classes.length ? joined(out) : out;
}

/** What may come out, the likeliest first. Outcomes after which the same suspect leads are one, but for that in which a good machine reads. */
export function expectations(belief: Belief, { outcomes, chances }: Valued, healthy: number): Expectation[] {
  const well = rowOf(outcomes, healthy);
  const most = Math.max(...well);
  const byLeader = new Map<string, number[]>();
  const likeliestFirst = [...outcomes.classes.keys()].sort((a, b) => item(chances, b) - item(chances, a));
  for (const c of likeliestFirst) {
    const isWell = real(well, c) === most;
    if (item(chances, c) <= SLIGHT && !isWell) continue;
    const key = isWell ? "" : leaderAfter(belief, outcomes, sharesByRow(outcomes, [c])).hypothesis.suspect;
    byLeader.set(key, [...(byLeader.get(key) ?? []), c]);
  }
  return [...byLeader]
    .map(([key, classes]): Expectation => {
      const { hypothesis, probability } = leaderAfter(belief, outcomes, sharesByRow(outcomes, classes));
      const chance = classes.reduce((sum, c) => sum + item(chances, c), 0);
      return {
        outcomes: joined(classes.map((c) => item(outcomes.classes, c))),
        chance,
        healthy: key === "",
        leader: hypothesis,
        share: probability,
      };
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_EXPECTED);
}
