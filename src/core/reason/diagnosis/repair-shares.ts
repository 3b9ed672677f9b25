import { item, real, whole } from "../../model/array/at";
import { fittedTwice, type Ranking } from "./rank";
import type { SuspectSet } from "./suspect-set";

/** A way to put the machine right, as one: all explanations that ask for the same assemblies, with their share together. */
interface RepairShare {
  readonly assemblies: readonly string[];
  readonly share: number;
}

/** Posterior of what is wrong now, by the number of its hypothesis: what was fitted is taken out of each, but for what did not help. */
export function massLeft(set: SuspectSet, { posterior, stuck }: Ranking, fitted: readonly string[]): Float64Array {
  const [left, twice] = [set.left(fitted), set.left(fittedTwice(fitted))];
  const mass = new Float64Array(posterior.length);
  for (let i = 0; i < mass.length; i++) {
    const [n, m] = [whole(left, i), whole(twice, i)];
    mass[n] = real(mass, n) + real(posterior, i) * (1 - real(stuck, i));
    mass[m] = real(mass, m) + real(posterior, i) * real(stuck, i);
  }
  return mass;
}

/** Gives what is left to be put right after what was fitted, the likeliest first. “Nothing” has no assemblies. */
export function repairShares(set: SuspectSet, ranking: Ranking, fitted: readonly string[]): RepairShare[] {
  const mass = massLeft(set, ranking, fitted);
  const shares = new Map<string, { assemblies: readonly string[]; share: number }>();
  for (let i = 0; i < mass.length; i++) {
    const { assemblies } = item(set.hypotheses, i);
    const key = assemblies.join("+");
    const known = shares.get(key);
    if (known) known.share += real(mass, i);
    else shares.set(key, { assemblies, share: real(mass, i) });
  }
  return [...shares.values()].sort((a, b) => b.share - a.share);
}

/** Share of the explanations in which this assembly is to be put right, alone or with others. */
export const repairShare = (set: SuspectSet, ranking: Ranking, fitted: readonly string[], assembly: string): number =>
  repairShares(set, ranking, fitted).reduce((sum, r) => sum + (r.assemblies.includes(assembly) ? r.share : 0), 0);
