import { type Machine, panelOf } from "../machine/format";

/** Panels to take off to reach `panels`, with those they lie behind, less what is off already; in the order of removal. */
export function panelsToOpen(machine: Machine, panels: readonly (string | null)[], off: readonly string[]): string[] {
  const needed: string[] = [];
  const visit = (id: string) => {
    if (off.includes(id) || needed.includes(id)) return;
    for (const first of panelOf(machine, id).behind) visit(first);
    needed.push(id);
  };
  for (const id of panels) if (id !== null) visit(id);
  return needed;
}

/** Panels that are off, in the order in which they go back. What the machine does not have is left out. */
export function panelsToClose(machine: Machine, off: readonly string[]): string[] {
  const closed: string[] = [];
  const left = () => machine.panels.filter((p) => off.includes(p.id) && !closed.includes(p.id));
  for (let rest = left(); rest.length > 0; rest = left()) {
    const next = rest.find((p) => !rest.some((o) => o.behind.includes(p.id))) ?? rest[0];
    if (next) closed.push(next.id);
  }
  return closed;
}

/** Minutes to take panels off and, in the end, put them back (estimates of the machine file). */
export function panelMinutes(machine: Machine, ids: readonly string[]): number {
  return ids.reduce((sum, id) => {
    const panel = panelOf(machine, id);
    return sum + panel.minutesOff + panel.minutesOn;
  }, 0);
}

/** The panel that still holds this one, so that it can't come off yet. */
export const heldBy = (machine: Machine, id: string, off: readonly string[]): string | undefined =>
  panelOf(machine, id).behind.find((other) => !off.includes(other));

/** The panel that must go back before this one can. */
export const backBefore = (machine: Machine, id: string, off: readonly string[]): string | undefined =>
  machine.panels.find((p) => p.behind.includes(id) && off.includes(p.id))?.id;
