import type { Fault } from "../machine/fault";
import type { Machine } from "../machine/schema";
import type { Hypothesis } from "./hypotheses";
import type { Bench, Ranking } from "./rank";

/** How a part stands on the sheet. */
export interface Mark {
  readonly state: "good" | "suspect" | "bad" | "unknown";
  /** Posterior that the part, or a joint at it, is at fault now. */
  readonly share: number;
}

const BAD_AT = 0.85;
const SUSPECT_AT = 0.015;

/** Marks by part id. Good means spoken for: its share fell to a fifth of the prior and below 1 %. Units fitted are left out of the share. */
export function marksOf(machine: Machine, bench: Bench, ranking: Ranking, fitted: readonly string[]): Record<string, Mark> {
  const shares = new Map<string, number>();
  const priors = new Map<string, number>();
  const add = (map: Map<string, number>, faults: readonly Fault[], p: number) => {
    faults.forEach((f, k) => {
      if (faults.findIndex((g) => g.part === f.part) === k) map.set(f.part, (map.get(f.part) ?? 0) + p);
    });
  };
  const left = bench.left(fitted);
  bench.hypotheses.forEach((h, i) => {
    add(priors, h.faults, h.prior);
    add(shares, (bench.hypotheses[left[i] as number] as Hypothesis).faults, ranking.posterior[i] as number);
  });
  return Object.fromEntries(
    machine.parts.map((part) => {
      const share = shares.get(part.id) ?? 0;
      const prior = priors.get(part.id) ?? 0;
      const state = share >= BAD_AT ? "bad" : share >= SUSPECT_AT ? "suspect" : share < 0.01 && share < prior / 5 ? "good" : "unknown";
      return [part.id, { state, share }];
    }),
  );
}
