import type { Machine, Part } from "../../../model/machine/format";
import { windingsOf } from "../../../model/machine/metering";
import { capital, lower } from "../../../model/naming/text";
import type { PartState } from "../../../reason/judging/part-states";

/** In what state a part is read, as a row of a table: “Across it”, “Door open”, “Warmed”. */
export function stateSays(machine: Machine, { state }: PartState): string {
  switch (state.is) {
    case "across":
      if (state.winding !== "whole") return `${capital(state.winding)} winding`;
      return state.contact ? "Closed" : "Across it";
    case "other-position": {
      const control = machine.controls.find((c) => c.id === state.control);
      const position = control?.positions.find((p) => p.id === state.position)?.name ?? state.position;
      return capital(`${lower(control?.name ?? state.control)} ${position}`);
    }
    default:
      return SAYS[state.is];
  }
}

const SAYS = {
  warmed: "Warmed: it must open",
  "in-hand": "Warm in the hand: it must fall",
  hot: "Hot from the run",
  "to-cabinet": "To the cabinet",
  insulation: "To the cabinet at 500 V",
  running: "Current, running",
  capacitance: "Capacitance, discharged",
} as const;

/** Where the leads go and which wire comes off, in words. */
export function leadsInWords(part: Part): string {
  const [winding] = windingsOf(part);
  const [a, b] = (winding?.terminals ?? [1, 2]).map((n) => part.nets[n - 1]);
  if (part.kind === "capacitor") return `Discharge it first. Leads on ${a} and ${b}, both wires off, meter on farads.`;
  return `Leads on ${a} and ${b}, the wire at ${a} off, meter on ohms.`;
}
