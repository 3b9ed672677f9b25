import type { Machine, Part } from "../../../model/machine/format";
import { windingsOf } from "../../../model/machine/metering";
import { capital, lower } from "../../../model/naming/text";
import type { PartState } from "../../../reason/judging/part-states";

/** In what state a part is read, as a row of a table: “Across it”, “Door open”, “Warmed”. */
export function stateSays(machine: Machine, { state }: PartState): string {
  switch (state.is) {
    case "across":
      if (state.winding !== "whole") return `${capital(state.winding)} winding`;
      return state.contact ? "Closed" : "Terminal to terminal";
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
  warmed: "Heated: must open",
  "in-hand": "Warmed in hand: ohms must drop",
  hot: "Hot from the run",
  "to-cabinet": "To the cabinet",
  insulation: "Insulation test, 500 V",
  running: "Current, running",
  capacitance: "Capacitance, discharged",
} as const;

/** Where the leads go and which wire comes off, in words. */
export function leadsInWords(part: Part): string {
  const [winding] = windingsOf(part);
  const [a, b] = (winding?.terminals ?? [1, 2]).map((n) => part.nets[n - 1]);
  if (part.kind === "capacitor") return `Discharge it first. Pull both wires. Probes on ${a} and ${b}. Meter on µF.`;
  return `Pull the wire off ${a}. Probes on ${a} and ${b}. Meter on ohms.`;
}
