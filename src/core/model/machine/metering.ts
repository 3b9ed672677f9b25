import type { Machine, Part } from "./format";
import type { Winding } from "./parts/definition";
import { controlOf, kindOf } from "./parts/index";
import { restControls } from "./run/at-rest";
import type { ControlPositions } from "./run/condition";

/** Pairs of a part's terminals that mean something by themselves. Empty for what has no wires. */
export const windingsOf = (part: Part): readonly Winding[] => kindOf(part).windings(part);

/** Controls under which a good part conducts, for it to be metered: as found, but for the one that works it. */
export function closedControls(machine: Machine, part: Part): ControlPositions {
  const controls: Record<string, string> = { ...restControls(machine) };
  const led = controlOf(part);
  const closes = led?.in[0];
  if (led && closes !== undefined && !led.in.includes(controls[led.control] ?? "")) controls[led.control] = closes;
  return controls;
}
