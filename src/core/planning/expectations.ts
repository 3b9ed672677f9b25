import { item, real } from "../array/at";
import type { Belief } from "./belief";
import { leaderAfter } from "./next";
import { rowOf, sharesByRow } from "./outcomes";
import type { Expectation } from "./proposal";
import type { Valued } from "./valued";

const MOST_EXPECTED = 4;
/** Outcomes less likely than this are not told. */
const SLIGHT = 0.02;

/** What may come out, the likeliest first. Outcomes after which the same suspect leads are one, but for that in which a healthy machine reads. */
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
        outcomes: classes.map((c) => item(outcomes.classes, c)),
        chance,
        healthy: key === "",
        leader: hypothesis,
        share: probability,
      };
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_EXPECTED);
}
