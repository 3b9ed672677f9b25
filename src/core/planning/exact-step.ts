import type { Job } from "../job/fold";
import type { Machine } from "../machine/schema";
import type { Belief } from "./belief";
import { solveExactly } from "./exact";
import type { Valued } from "./next";
import type { Problem } from "./problem";
import { panelMinutes, panelsToOpen, type RepairGroup, unitRepair } from "./repairs";

/** Repairs whose chance is below this are left out of the small problem; together they must not exceed {@link LEFT_OUT}. */
const SLIGHT = 0.012;
const LEFT_OUT = 0.1;
const MOST_TESTS = 5;
const MOST_PANELS = 4;

export type ExactStep =
  | { readonly kind: "test"; readonly valued: Valued }
  | { readonly kind: "repair"; readonly repair: { readonly group: RepairGroup; readonly chance: number } };

/**
 * A job that has few repairs left in question as an abstract troubleshooting problem, solved exactly: its first step.
 * `undefined` when too much is left. A test of several outcomes counts as failed where a healthy part would not read.
 */
export function exactStep(
  machine: Machine,
  belief: Belief,
  groups: readonly RepairGroup[],
  tests: readonly Valued[],
  job: Job,
  exactUpTo: number,
): ExactStep | undefined {
  const chances = groups.map((g) => g.members.reduce((sum, k) => sum + (belief.weight[k] as number), 0));
  const kept = groups.flatMap((group, g) =>
    (chances[g] as number) >= SLIGHT && group.units.length > 0 ? [{ group, chance: chances[g] as number }] : [],
  );
  if (kept.length < 2 || kept.length > exactUpTo) return undefined;
  if (kept.reduce((sum, k) => sum + k.chance, 0) < 1 - LEFT_OUT) return undefined;
  const useful = tests.filter((t) => t.saves > 0.3).slice(0, MOST_TESTS);
  const needs = (panels: readonly (string | null)[]) => panelsToOpen(machine, panels, job.panelsOff);
  const access = kept.map(({ group }) => needs(group.units.map((u) => unitRepair(machine, u).panel)));
  const panels = [...new Set([...access.flat(), ...useful.flatMap((t) => t.opens)])];
  if (panels.length > MOST_PANELS) return undefined;
  const problem: Problem = {
    format: "troubleshooting-problem/1",
    faults: kept.map(({ group, chance }, i) => ({
      id: `f${i}`,
      prior: chance,
      repair: { cost: Math.max(0.1, group.minutes - panelMinutes(machine, access[i] as string[])), access: access[i] as string[] },
    })),
    tests: useful.map((t, i) => ({
      id: `t${i}`,
      cost: Math.max(0.1, t.cost - panelMinutes(machine, t.opens)),
      access: [...t.opens],
      fail: Object.fromEntries(kept.map(({ group }, g) => [`f${g}`, failing(belief, group, t)])),
    })),
    panels: panels.map((id) => ({
      id,
      cost: panelMinutes(machine, [id]),
      behind: (machine.panels.find((p) => p.id === id)?.behind ?? []).filter((b) => panels.includes(b)),
    })),
  };
  const { policy } = solveExactly(problem);
  if ("test" in policy) return { kind: "test", valued: useful[Number(policy.test.slice(1))] as Valued };
  const repair = kept[Number(policy.repair.slice(1))];
  return repair && { kind: "repair", repair };
}

/** P(the likeliest outcome does not come | this repair is the one). */
function failing({ active, weight }: Belief, group: RepairGroup, { outcomes, chances }: Valued): number {
  const pass = outcomes.share[chances.indexOf(Math.max(...chances))] as Float64Array;
  let mass = 0;
  let passes = 0;
  for (const k of group.members) {
    mass += weight[k] as number;
    passes += (weight[k] as number) * (pass[active[k] as number] as number);
  }
  return Math.min(1, Math.max(0, 1 - passes / mass));
}
