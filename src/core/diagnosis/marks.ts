import type { Machine } from "../machine/schema";
import { remaining } from "./hypotheses";
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
  const add = (map: Map<string, number>, parts: Set<string>, p: number) => {
    for (const part of parts) map.set(part, (map.get(part) ?? 0) + p);
  };
  for (const h of bench.hypotheses) add(priors, new Set(h.faults.map((f) => f.part)), h.prior);
  for (const s of ranking.suspects) add(shares, new Set(remaining(machine, s.hypothesis.faults, fitted).map((f) => f.part)), s.probability);
  return Object.fromEntries(
    machine.parts.map((part) => {
      const share = shares.get(part.id) ?? 0;
      const prior = priors.get(part.id) ?? 0;
      const state = share >= BAD_AT ? "bad" : share >= SUSPECT_AT ? "suspect" : share < 0.01 && share < prior / 5 ? "good" : "unknown";
      return [part.id, { state, share }];
    }),
  );
}
