import { ohmNetwork, ohmsBetween } from "../circuit/ohms";
import { FaultSet } from "../machine/fault";
import type { Machine } from "../machine/format";
import { networkOf, probeNode } from "../machine/network";
import { deadCondition, restControls } from "../machine/run/at-rest";
import { readTerminal, wiringUnder } from "../machine/wiring";
import { controlsIn, wiringIn } from "./circumstances";
import type { FindingOf, QuestionOfKind } from "./finding";

/** Above this nothing leaks to the cabinet, Ω. */
export const SOUND_OHMS = 1e6;

export const isSoundToCabinet = ({ result }: FindingOf<"ohms">): boolean => result.is === "OL" || result.value > SOUND_OHMS;

const healthy = new FaultSet([]);
const known = new WeakMap<Machine, Map<string, boolean>>();

/** Whether this is a place, cabinet on one side, where a healthy machine reads an open line: not the earth wire. */
export function shouldBeOpen(machine: Machine, { place, circumstances }: QuestionOfKind<"ohms">): boolean {
  const [a, b] = place.between;
  if (a !== machine.cabinet && b !== machine.cabinet) return false;
  const controls = { ...restControls(machine), ...controlsIn(circumstances) };
  const key = JSON.stringify([a, b, controls, wiringIn(circumstances)]);
  const ofMachine = known.get(machine) ?? new Map<string, boolean>();
  known.set(machine, ofMachine);
  const before = ofMachine.get(key);
  if (before !== undefined) return before;
  const wiring = wiringUnder(machine, healthy, wiringIn(circumstances));
  const network = ohmNetwork(networkOf(machine, deadCondition(machine, controls), healthy, wiring).components);
  const open = !(ohmsBetween(network, probeNode(machine, a, wiring), probeNode(machine, b, wiring)) < SOUND_OHMS);
  ofMachine.set(key, open);
  return open;
}

/** The part whose end is measured to the cabinet; `undefined` where a net is. */
export function partToCabinet(machine: Machine, { place }: QuestionOfKind<"ohms">): string | undefined {
  const other = place.between.find((p) => p !== machine.cabinet);
  return other === undefined ? undefined : readTerminal(other)?.part;
}
