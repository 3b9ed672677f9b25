import { type Machine, maybePanelOf, maybePlaceOf, type Panel, panelOf } from "../machine/format";
import { wayIn } from "./way-in";
import type { Taken, WayProblem } from "./way-problem";

/** Says how something on this machine was found to differ from its file. */
export interface Differs {
  /** The panel. */
  readonly of: string;
  /** Holds what else must be off before it can come off. */
  readonly needs?: readonly string[] | undefined;
  /** Minutes that it takes here, off and back again. */
  readonly minutes?: number | undefined;
}

/** Says how far a machine is open, and what was found to differ. A job is one. */
export interface OpenNow {
  readonly panelsOff: readonly string[];
  readonly differs?: readonly Differs[];
}

/** Removal order and by which way, to reach places; how each is then reached. */
interface Opening {
  /** Minutes to take it off and put it back, and of the ways besides. */
  readonly minutes: number;
  readonly panels: readonly Taken[];
  readonly places: readonly Taken[];
}

type Goal = string | null;

/** Holds what keeps this from being solved again for the same question: proposals ask it hundreds of times. */
const known = new WeakMap<Machine, Map<string, Opening>>();

/**
 * The least effort in which panels come off and places are reached, all with one opening, less what is off already. Exact on the machine's graph.
 * Throws RangeError for a goal that the machine does not have, or that can't be reached.
 */
export function openingFor(machine: Machine, goals: readonly Goal[], now: OpenNow): Opening {
  const reach = [...new Set(goals.filter((g) => g !== null))].sort();
  const key = `${reach.join()}|${[...now.panelsOff].sort().join()}|${now.differs && now.differs.length > 0 ? JSON.stringify(now.differs) : ""}`;
  const ofMachine = known.get(machine) ?? new Map<string, Opening>();
  known.set(machine, ofMachine);
  let opening = ofMachine.get(key);
  if (!opening) {
    opening = solved(machine, reach, now);
    ofMachine.set(key, opening);
  }
  return opening;
}

function solved(machine: Machine, reach: readonly string[], now: OpenNow): Opening {
  if (reach.length === 0) return { minutes: 0, panels: [], places: [] };
  const way = wayIn(wayProblemOf(machine, reach, now));
  if (way.minutes === null) throw new RangeError(`${machine.id}: ${way.reason}`);
  return { minutes: way.minutes, panels: way.off, places: way.parts };
}

/** The graph of this machine as a problem: its panels come off; they and its places are what can be reached. */
export function wayProblemOf(machine: Machine, reach: readonly string[], now: OpenNow): WayProblem {
  for (const id of reach) if (!maybePlaceOf(machine, id)) panelOf(machine, id);
  const off = now.panelsOff.filter((id) => maybePanelOf(machine, id));
  return {
    removals: machine.panels.map((p) => {
      const minutes = minutesOf(p, now);
      return { id: p.id, minutes, ways: waysOf(p, now).map(({ needs, minutes: more }) => ({ needs: [...needs], minutes: more })) };
    }),
    parts: [
      ...machine.panels.map((p) => ({ id: p.id, ways: [{ needs: [p.id], minutes: 0 }] })),
      ...machine.places.map((p) => ({ id: p.id, ways: p.ways.map(({ needs, minutes }) => ({ needs: [...needs], minutes })) })),
    ],
    reach: [...reach],
    off,
  };
}

/** Minutes to take a panel off and put it back: as found here, else as the file estimates. */
export const minutesOf = (panel: Panel, { differs }: OpenNow): number =>
  differs?.findLast((d) => d.of === panel.id && d.minutes !== undefined)?.minutes ?? panel.minutesOff + panel.minutesOn;

/** The ways to a panel, with what was found to be in the way besides. */
export function waysOf(panel: Panel, { differs }: OpenNow): Panel["ways"] {
  const more = differs?.filter((d) => d.of === panel.id).flatMap((d) => d.needs ?? []) ?? [];
  return more.length === 0 ? panel.ways : panel.ways.map((w) => ({ ...w, needs: [...new Set([...w.needs, ...more])] }));
}

/** True where something can be reached as the machine stands. What it does not have is out of reach. */
export function isReached(machine: Machine, goal: Goal, { panelsOff }: OpenNow): boolean {
  if (goal === null || panelsOff.includes(goal)) return true;
  return maybePlaceOf(machine, goal)?.ways.some((w) => w.needs.every((n) => panelsOff.includes(n))) ?? false;
}
