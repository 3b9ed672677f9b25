import { type Machine, maybePartOf } from "../../model/machine/format";
import { readTerminal } from "../../model/machine/wiring";

/** The part at whose terminal a joint is measured: from the terminal itself to the wire that should lie on it; `undefined` for any other place. */
export function jointAt(machine: Machine, [a, b]: readonly [string, string]): string | undefined {
  for (const [terminal, wire] of [
    [a, b],
    [b, a],
  ] as const) {
    const at = readTerminal(terminal);
    const part = at && maybePartOf(machine, at.part);
    if (part && part.nets[at.number - 1] === wire) return part.id;
  }
  return undefined;
}
