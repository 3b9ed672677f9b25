import { FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import { boardThermostatId } from "../machine/parts/kinds/board";
import { operate, startScript } from "../machine/run/operate";
import type { Known } from "./fit-run";

/** Power is as rated to so much, as 1 σ: the supply's volts and the part's tolerance, or the gas (est.). */
const RATED_WITHIN = 0.06;
/** So long, s, a good machine is run to see how soon heat follows its thermostat. */
const LOOKED_AT_S = 2400;

/** Gives what is known of a machine's run before it is logged: the heat that it gives when healthy, and how soon that follows its thermostat. */
export function knownOf(machine: Machine): Known {
  const { frames } = operate(machine, new FaultSet([]), { ...startScript(machine, LOOKED_AT_S), everyS: 5 });
  const heats = frames.filter((f) => f.heatW > 0).map((f) => f.heatW);
  const watts = heats.length > 0 ? Math.max(...heats) : 0;
  const senses = new Set(
    machine.parts.flatMap((p) =>
      p.kind === "thermostat" && p.senses === "exhaust" ? [p.id] : p.kind === "board" ? [boardThermostatId(p.id)] : [],
    ),
  );
  const isOpen = (i: number) => [...(frames[i]?.condition.opened ?? [])].some((id) => senses.has(id));
  const delays = frames.flatMap((f, i) => {
    if (i === 0 || isOpen(i) || !isOpen(i - 1)) return [];
    const heat = frames.find((later) => later.at >= f.at && later.heatW > 0);
    return heat ? [heat.at - f.at] : [];
  });
  return {
    watts: { value: watts, sigma: RATED_WITHIN * watts },
    heatsAfterS: delays.length === 0 ? 0 : delays.reduce((sum, d) => sum + d, 0) / delays.length,
  };
}
