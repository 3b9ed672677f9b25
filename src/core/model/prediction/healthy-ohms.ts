import { ohmNetwork, ohmsBetween } from "../circuit/ohms";
import { FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import { networkOf, probeNode } from "../machine/network";
import { deadCondition } from "../machine/run/at-rest";
import type { ControlPositions } from "../machine/run/condition";
import { type WiringEdit, wiringUnder } from "../machine/wiring";

const HEALTHY = new FaultSet([]);
const known = new WeakMap<Machine, Map<string, number>>();

/** Gives what a healthy, dead machine reads between two points, Ω; Infinity for an open line. */
export function healthyOhms(
  machine: Machine,
  [a, b]: readonly [string, string],
  controls: ControlPositions,
  edits: readonly WiringEdit[],
): number {
  const key = JSON.stringify([a, b, controls, edits]);
  const ofMachine = known.get(machine) ?? new Map<string, number>();
  known.set(machine, ofMachine);
  let ohms = ofMachine.get(key);
  if (ohms === undefined) {
    const wiring = wiringUnder(machine, HEALTHY, edits);
    const network = ohmNetwork(networkOf(machine, deadCondition(machine, controls), HEALTHY, wiring).components);
    ohms = ohmsBetween(network, probeNode(machine, a, wiring), probeNode(machine, b, wiring));
    ofMachine.set(key, ohms);
  }
  return ohms;
}
