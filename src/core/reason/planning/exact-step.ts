import { openingFor, waysOf } from "../../model/access/opening";
import { panelMinutes } from "../../model/access/panels";
import type { Taken } from "../../model/access/way-problem";
import { item, real, small, whole } from "../../model/array/at";
import { repairOf } from "../../model/machine/assembly";
import { type Machine, panelOf } from "../../model/machine/format";
import type { JobState } from "../../record/job/state";
import type { Belief } from "./belief";
import { solveExactly } from "./problem/exact";
import type { Problem } from "./problem/problem";
import { type RepairChance, type RepairGroup, repairChances } from "./repairs";
import { sharesByRow } from "./tests/outcomes";
import type { Valued } from "./tests/valued";

/** Repairs whose chance is below this are left out of the small problem; together they must not exceed {@link LEFT_OUT}. */
const SLIGHT = 0.02;
const LEFT_OUT = 0.25;
const MOST_TESTS = 4;
const MOST_PANELS = 4;
/** A test that saves less than this is left out, minutes. */
const LEAST_SAVING = 0.3;
const LEAST_COST = 0.1;

type ExactStep = { readonly kind: "test"; readonly valued: Valued } | ({ readonly kind: "repair" } & RepairChance);

interface Kept {
  readonly repair: RepairChance;
  /** Panels to open for it. */
  readonly access: readonly Taken[];
}

/** Holds what is still in question, as it is now. */
interface InQuestion {
  readonly machine: Machine;
  readonly belief: Belief;
  readonly groups: readonly RepairGroup[];
  readonly tests: readonly Valued[];
  readonly now: Pick<JobState, "panelsOff" | "differs">;
}

/**
 * A job that has few repairs left in question as an abstract troubleshooting problem, solved exactly: its first step.
 * `undefined` when too much is left. A test of several outcomes counts as failed where a healthy part would not read.
 */
export function exactStep(question: InQuestion, exactUpTo: number): ExactStep | undefined {
  const { machine, belief, groups, tests, now } = question;
  const kept = repairChances(groups, belief.weight).flatMap((repair): Kept[] => {
    const { group, chance } = repair;
    if (chance < SLIGHT || group.assemblies.length === 0) return [];
    const panels = group.assemblies.map((a) => repairOf(machine, a).panel);
    return [{ repair, access: openingFor(machine, panels, now).panels }];
  });
  if (kept.length < 2 || kept.length > exactUpTo) return undefined;
  if (kept.reduce((sum, k) => sum + k.repair.chance, 0) < 1 - LEFT_OUT) return undefined;
  const useful = tests.filter((t) => t.saves > LEAST_SAVING).slice(0, MOST_TESTS);
  const panels = [...new Map([...kept.flatMap((k) => k.access), ...useful.flatMap((t) => t.opens)].map((t) => [t.id, t])).values()];
  if (panels.length > MOST_PANELS) return undefined;
  const { policy } = solveExactly(problemOf({ ...question, tests: useful }, kept, panels));
  if ("test" in policy) return { kind: "test", valued: item(useful, Number(policy.test.slice(1))) };
  return { kind: "repair", ...item(kept, Number(policy.repair.slice(1))).repair };
}

function problemOf({ machine, belief, tests, now }: InQuestion, kept: readonly Kept[], panels: readonly Taken[]): Problem {
  const ids = (list: readonly Taken[]) => list.map((t) => t.id);
  return {
    format: "troubleshooting-problem/1",
    faults: kept.map(({ repair: { group, chance }, access }, i) => ({
      id: `f${i}`,
      prior: chance,
      repair: { cost: Math.max(LEAST_COST, group.minutes - panelMinutes(machine, ids(access), now)), access: ids(access) },
    })),
    tests: tests.map((t, i) => ({
      id: `t${i}`,
      cost: Math.max(LEAST_COST, t.cost - panelMinutes(machine, ids(t.opens), now)),
      access: ids(t.opens),
      fail: Object.fromEntries(kept.map(({ repair: { group } }, g) => [`f${g}`, failing(belief, group, t)])),
    })),
    panels: panels.map(({ id, way }) => ({
      id,
      cost: panelMinutes(machine, [id], now),
      behind: item(waysOf(panelOf(machine, id), now), way).needs.filter((b) => panels.some((p) => p.id === b)),
    })),
  };
}

/** P(the likeliest outcome does not come | this repair is the one). */
function failing({ active, weight }: Belief, group: RepairGroup, { outcomes, chances }: Valued): number {
  const pass = sharesByRow(outcomes, [chances.indexOf(Math.max(...chances))]);
  let mass = 0;
  let passes = 0;
  for (const k of group.members) {
    mass += real(weight, k);
    passes += real(weight, k) * real(pass, small(outcomes.row, whole(active, k)));
  }
  return Math.min(1, Math.max(0, 1 - passes / mass));
}
