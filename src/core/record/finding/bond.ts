import type { Machine } from "../../model/machine/format";
import { isIsolated, readTerminal } from "../../model/machine/wiring";
import { wiringIn } from "./circumstances";
import type { Finding, FindingOf } from "./finding";

/** The conductor that carries the cabinet's ground to the pin of the plug; `undefined` where the file does not draw it. */
const groundConductor = ({ parts, supply }: Machine) => parts.find((p) => p.kind === "conductor" && p.nets.includes(supply.ground.pin));

/**
 * A resistance between the ground conductor and the cabinet is one of the bond, which stays on: from the ground pin to the cabinet. Every
 * other finding as it is.
 */
export function asBond(machine: Machine, finding: Finding): Finding {
  return finding.kind === "ohms" && isOfBond(machine, finding)
    ? { ...finding, place: { between: [machine.supply.ground.pin, machine.cabinet] }, circumstances: withoutWiring(finding) }
    : finding;
}

function isOfBond(machine: Machine, { place, circumstances }: FindingOf<"ohms">): boolean {
  const ground = groundConductor(machine);
  if (!ground) return false;
  const isEnd = (point: string) => readTerminal(point)?.part === ground.id;
  const [a, b] = place.between;
  if (isEnd(a) && isEnd(b)) return false;
  const rest = wiringIn(circumstances).every((e) => isIsolated([e], ground.id));
  return rest && [a, b].some(isEnd) && [a, b].every((p) => isEnd(p) || p === machine.cabinet || p === machine.supply.ground.pin);
}

function withoutWiring({ circumstances }: FindingOf<"ohms">): Finding["circumstances"] {
  const { wiring: _, ...rest } = circumstances;
  return rest;
}
