import type { Machine } from "../format";

/** Gives what comes off by at least one way, nothing being behind itself. */
export function canComeOff({ panels }: Pick<Machine, "panels">): ReadonlySet<string> {
  const can = new Set<string>();
  for (let before = -1; before < can.size; ) {
    before = can.size;
    for (const p of panels) if (p.ways.some((w) => w.needs.every((n) => can.has(n)))) can.add(p.id);
  }
  return can;
}

/** True where a panel can come off or a place be reached; what needs neither always can. */
export function isReachable(machine: Machine, goal: string | null): boolean {
  if (goal === null) return true;
  const can = canComeOff(machine);
  return can.has(goal) || (machine.places.find((p) => p.id === goal)?.ways.some((w) => w.needs.every((n) => can.has(n))) ?? false);
}
