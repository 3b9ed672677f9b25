import { type Machine, maybePanelOf, panelOf } from "../machine/format";
import { minutesOf, type OpenNow, openingFor, waysOf } from "./opening";

/** Panels to take off to reach `goals` (panels, places), less what is off already; in the order of removal. */
export const panelsToOpen = (machine: Machine, goals: readonly (string | null)[], now: OpenNow): string[] =>
  openingFor(machine, goals, now).panels.map((p) => p.id);

/** Panels that are off, in the order in which they go back. What the machine does not have is left out. */
export function panelsToClose(machine: Machine, now: OpenNow): string[] {
  const closed: string[] = [];
  const left = () => now.panelsOff.filter((id) => maybePanelOf(machine, id) && !closed.includes(id));
  for (let rest = left(); rest.length > 0; rest = left()) {
    const next = rest.toReversed().find((id) => backBefore(machine, id, { ...now, panelsOff: rest }) === undefined) ?? rest[0];
    if (next === undefined) break;
    closed.push(next);
  }
  return closed;
}

/** Minutes to take panels off and, in the end, put them back (as found here, else estimates of the machine file). */
export const panelMinutes = (machine: Machine, ids: readonly string[], now: OpenNow): number =>
  ids.reduce((sum, id) => sum + minutesOf(panelOf(machine, id), now), 0);

/** The panel that still holds this one, so that it can't come off yet: the first on the least way to it. */
export function heldBy(machine: Machine, id: string, now: OpenNow): string | undefined {
  const ways = waysOf(panelOf(machine, id), now);
  if (ways.some((w) => w.needs.every((n) => now.panelsOff.includes(n)))) return undefined;
  return openingFor(machine, [id], now).panels[0]?.id;
}

/** The panel that must go back before this one can: it is off, and comes off by no way without this one. */
export const backBefore = (machine: Machine, id: string, now: OpenNow): string | undefined =>
  machine.panels.find((p) => p.id !== id && now.panelsOff.includes(p.id) && waysOf(p, now).every((w) => w.needs.includes(id)))?.id;
