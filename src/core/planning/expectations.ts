import { item, real } from "../array/at";
import type { Belief } from "./belief";
import { leaderAfter } from "./next";
import type { OutcomeClass } from "./outcomes";
import type { Expectation } from "./proposal";
import type { Valued } from "./valued";

const MOST_EXPECTED = 4;
/** Outcomes less likely than this are not told. */
const SLIGHT = 0.02;

interface Told {
  readonly outcomes: readonly OutcomeClass[];
  readonly share: Float64Array;
  readonly chance: number;
  readonly healthy: boolean;
}

/** What may come out, the likeliest first. Outcomes after which the same suspect leads are one, but for that in which a healthy machine reads. */
export function expectations(belief: Belief, { outcomes, chances }: Valued, healthy: number): Expectation[] {
  const most = Math.max(...outcomes.share.map((s) => real(s, healthy)));
  const byLeader = new Map<string, Told>();
  const likeliestFirst = [...outcomes.classes.keys()].sort((a, b) => item(chances, b) - item(chances, a));
  for (const k of likeliestFirst) {
    const share = item(outcomes.share, k);
    const told: Told = { outcomes: [item(outcomes.classes, k)], share, chance: item(chances, k), healthy: real(share, healthy) === most };
    if (told.chance <= SLIGHT && !told.healthy) continue;
    const key = told.healthy ? "" : leaderAfter(belief, share).hypothesis.suspect;
    const known = byLeader.get(key);
    byLeader.set(key, known ? together(known, told) : told);
  }
  return [...byLeader.values()]
    .map(({ share, ...told }): Expectation => {
      const { hypothesis, probability } = leaderAfter(belief, share);
      return { ...told, leader: hypothesis, share: probability };
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_EXPECTED);
}

const together = (a: Told, b: Told): Told => ({
  outcomes: [...a.outcomes, ...b.outcomes],
  share: a.share.map((s, i) => s + real(b.share, i)),
  chance: a.chance + b.chance,
  healthy: a.healthy,
});
