import { item } from "../array/at";
import { type Machine, maybePlaceOf, type Panel, panelOf } from "../machine/format";
import { minutesOf, type OpenNow, wayProblemOf, waysOf } from "./opening";
import { wayIn } from "./way-in";
import type { Taken, WayIn } from "./way-problem";

/** One thing on the way: it is off already, or still to come. */
export interface OnTheWay {
  readonly panel: Panel;
  readonly isOff: boolean;
  /** Says how, where there is more than one way to it. */
  readonly says?: string;
  /** Holds what must be off before it, and why. */
  readonly after: readonly string[];
  readonly because?: string;
  readonly minutesOff: number;
  readonly minutesOn: number;
}

/** A whole way to what is to be reached: what is off of it already, what is still to come, in the order of removal. */
export interface Way {
  readonly id: string;
  readonly steps: readonly OnTheWay[];
  /** Says how the places are reached in the end: “lying down, with an angle driver”. */
  readonly reached: readonly string[];
  /** Minutes still to come: in, and back again with everything that is off by then. */
  readonly minutesIn: number;
  readonly minutesBack: number;
  readonly tools: readonly string[];
}

/** Says how many ways are offered besides the best. */
const MOST_WAYS = 3;

/**
 * The ways to reach all of these goals with one opening: the least first, then what it would be by another way to one of them. Minutes as found here, else as the
 * file estimates, or as this technician takes (`own`: minutes off and back again, by panel). Empty where something can't be reached.
 */
export function waysTo(
  machine: Machine,
  goals: readonly (string | null)[],
  now: OpenNow,
  own: Readonly<Record<string, number>> = {},
): Way[] {
  const reach = [...new Set(goals.filter((g) => g !== null))].sort();
  const learned: OpenNow = { ...now, differs: [...Object.entries(own).map(([of, minutes]) => ({ of, minutes })), ...(now.differs ?? [])] };
  const forced = reach.flatMap((id) => (maybePlaceOf(machine, id)?.ways ?? []).map((_, way) => ({ id, way })));
  const found = [undefined, ...forced].flatMap((f) => wayBy(machine, reach, learned, f));
  const least = found.sort((a, b) => total(a) - total(b));
  return least.filter((w, i) => least.findIndex((v) => v.id === w.id) === i).slice(0, 1 + MOST_WAYS);
}

const total = (w: Way): number => w.minutesIn + w.minutesBack;

function wayBy(machine: Machine, reach: readonly string[], now: OpenNow, forced: Taken | undefined): Way[] {
  const problem = wayProblemOf(machine, reach, now);
  const parts = problem.parts.map((p) =>
    p.id === forced?.id ? { ...p, ways: p.ways.map((w, i) => (i === forced.way ? w : { ...w, minutes: FAR })) } : p,
  );
  const left = wayIn({ ...problem, parts });
  if (left.minutes === null || left.minutes >= FAR) return [];
  const taken = [...offAlready(machine, left, now), ...left.off];
  const steps = taken.map((t) => stepOf(panelOf(machine, t.id), t, now));
  const atPlaces = left.parts.flatMap((t) => {
    const way = maybePlaceOf(machine, t.id)?.ways[t.way];
    return way ? [way] : [];
  });
  // Whatever is off goes back, whichever way is taken.
  const offNow = machine.panels.filter((p) => now.panelsOff.includes(p.id)).reduce((sum, p) => sum + parted(p, now).minutesOn, 0);
  const hands = atPlaces.reduce((sum, w) => sum + w.minutes, 0);
  return [
    {
      id: taken.map((t) => `${t.id}${t.way}`).join() + left.parts.map((t) => `>${t.id}${t.way}`).join(),
      steps,
      reached: atPlaces.flatMap((w) => w.says ?? []),
      minutesIn: hands + steps.reduce((sum, s) => sum + (s.isOff ? 0 : s.minutesOff), 0),
      minutesBack: steps.reduce((sum, s) => sum + (s.isOff ? 0 : s.minutesOn), 0) + offNow,
      tools: [...new Set(steps.filter((s) => !s.isOff).flatMap((s) => s.panel.tools))],
    },
  ];
}

/** Removed parts already of what a way needs, in the order in which it came off. */
function offAlready(machine: Machine, { off, parts }: Pick<WayIn, "off" | "parts">, now: OpenNow): Taken[] {
  const found = new Map<string, number>();
  const visit = (needs: readonly string[]): void => {
    for (const id of needs) {
      if (found.has(id) || !now.panelsOff.includes(id)) continue;
      const ways = waysOf(panelOf(machine, id), now);
      const way = Math.max(
        0,
        ways.findIndex((w) => w.needs.every((n) => now.panelsOff.includes(n))),
      );
      found.set(id, way);
      visit(item(ways, way).needs);
    }
  };
  for (const { id, way } of off) visit(item(waysOf(panelOf(machine, id), now), way).needs);
  for (const { id, way } of parts) visit(maybePlaceOf(machine, id)?.ways[way]?.needs ?? [id]);
  return now.panelsOff.flatMap((id) => (found.has(id) ? [{ id, way: found.get(id) ?? 0 }] : []));
}

/** A way that is not to be taken. */
const FAR = 10_000;

function stepOf(panel: Panel, { way }: Taken, now: OpenNow): OnTheWay {
  const { says, because, needs } = item(waysOf(panel, now), way);
  return {
    panel,
    isOff: now.panelsOff.includes(panel.id),
    ...(says !== undefined && { says }),
    after: needs,
    ...(because !== undefined && { because }),
    ...parted(panel, now),
  };
}

/** Its minutes as found here, off and on in the file's proportion. */
function parted(panel: Panel, now: OpenNow): Pick<OnTheWay, "minutesOff" | "minutesOn"> {
  const minutes = minutesOf(panel, now);
  const share = panel.minutesOff / (panel.minutesOff + panel.minutesOn);
  return { minutesOff: minutes * share, minutesOn: minutes * (1 - share) };
}
