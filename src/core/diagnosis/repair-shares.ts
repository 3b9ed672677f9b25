import { item, real, whole } from "../array/at";
import type { Ranking } from "./rank";
import type { SuspectSet } from "./suspect-set";

/** A way to put the machine right, as one: all explanations that ask for the same assemblies, with their share together. */
export interface RepairShare {
  readonly assemblies: readonly string[];
  readonly share: number;
}

/** What is left to be put right after what was fitted, the likeliest first. “Nothing” has no assemblies. */
export function repairShares(set: SuspectSet, { posterior }: Ranking, fitted: readonly string[]): RepairShare[] {
  const left = set.left(fitted);
  const shares = new Map<string, { assemblies: readonly string[]; share: number }>();
  for (let i = 0; i < posterior.length; i++) {
    const { assemblies } = item(set.hypotheses, whole(left, i));
    const key = assemblies.join("+");
    const known = shares.get(key);
    if (known) known.share += real(posterior, i);
    else shares.set(key, { assemblies, share: real(posterior, i) });
  }
  return [...shares.values()].sort((a, b) => b.share - a.share);
}

/** Share of the explanations in which this assembly is to be put right, alone or with others. */
export const repairShare = (set: SuspectSet, ranking: Ranking, fitted: readonly string[], assembly: string): number =>
  repairShares(set, ranking, fitted).reduce((sum, r) => sum + (r.assemblies.includes(assembly) ? r.share : 0), 0);
