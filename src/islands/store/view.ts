import type { Machine } from "../../core/model/machine/format";
import { closedControls, windingsOf } from "../../core/model/machine/metering";
import { restControls, runningControls } from "../../core/model/machine/run/at-rest";
import type { ControlPositions } from "../../core/model/machine/run/condition";
import { partOff, terminalName } from "../../core/model/machine/wiring";
import type { Probing } from "../../core/model/prediction/predictor";
import type { Stage } from "../../core/record/job/stages";
import type { Asked } from "../../core/speech/hear/meaning";
import type { Intent } from "./intent";

/** Holds what is looked at in the quiet card: the suspects, a part, or one or two test points. */
type Chosen =
  | { readonly kind: "nothing" }
  | { readonly kind: "part"; readonly part: string }
  | { readonly kind: "points"; readonly points: readonly string[] };

/** Holds what this page shows of the job, and what is being typed. It stays when the bench changes. */
export interface View {
  readonly bench: Stage;
  readonly line: string;
  /** Grows when the line is to be gone to. */
  readonly lineCalls: number;
  /** Control positions in which the next reading is taken; those not named are as found. */
  readonly controls: ControlPositions;
  readonly chosen: Chosen;
  /** Parts that are to be reached; none: what the proposal is about. */
  readonly reach: readonly string[];
  /** The way that was picked among those to it. */
  readonly way?: string | undefined;
  readonly path?: string | undefined;
  /** The question whose answer is shown. */
  readonly asked?: Asked | undefined;
}

export const NOTHING: Chosen = { kind: "nothing" };
const AS_FOUND: ControlPositions = {};

export const viewOf = (bench: Stage): View => ({ bench, line: "", lineCalls: 0, controls: AS_FOUND, chosen: NOTHING, reach: [] });

/** After an entry the page shows the suspects again, controls as found, no answer. The same view when it does already. */
export const afterEntry = (view: View): View =>
  view.chosen === NOTHING && view.controls === AS_FOUND && view.asked === undefined
    ? view
    : { ...view, chosen: NOTHING, controls: AS_FOUND, asked: undefined };

/** The view after an intent. The same view where it changes nothing. */
export function viewAfter(view: View, intent: Intent): View {
  switch (intent.do) {
    case "type":
      return { ...view, line: intent.text, lineCalls: view.lineCalls + 1, controls: intent.controls ?? view.controls };
    case "edit-line":
      return view.line === intent.text ? view : { ...view, line: intent.text };
    case "focus-line":
      return { ...view, lineCalls: view.lineCalls + 1 };
    case "choose-part":
      return { ...view, chosen: chosenPart(view.chosen, intent.part) };
    case "choose-point":
      return { ...view, chosen: chosenPoints(view.chosen, intent.net) };
    case "unchoose":
      return view.chosen === NOTHING ? view : { ...view, chosen: NOTHING };
    case "reach":
      return { ...view, reach: intent.parts, way: undefined };
    case "take-way":
      return { ...view, reach: intent.parts, way: intent.way };
    case "show-path":
      return { ...view, path: intent.entry };
    case "answer":
      return { ...view, asked: intent.asked };
    case "go":
      return view.bench === intent.bench ? view : { ...view, bench: intent.bench };
    case "record":
    case "take-back":
    case "drop-refused":
    case "send-again":
      return view;
  }
}

/** Chosen a second time, it is let go. */
const chosenPart = (chosen: Chosen, part: string): Chosen =>
  chosen.kind === "part" && chosen.part === part ? NOTHING : { kind: "part", part };

function chosenPoints(chosen: Chosen, net: string): Chosen {
  if (chosen.kind !== "points" || chosen.points.length === 2) return { kind: "points", points: [net] };
  return chosen.points[0] === net ? NOTHING : { kind: "points", points: [...chosen.points, net] };
}

/** Gives what the chosen part or points would read now: across the part, its wires off; between the points as the machine stands. */
export function probingOf(machine: Machine, chosen: Chosen, live: boolean): Probing | undefined {
  if (chosen.kind === "points") {
    const [a, b] = chosen.points;
    if (a === undefined || b === undefined) return undefined;
    const controls = live ? runningControls(machine) : restControls(machine);
    return { between: [a, b], unit: live ? "volt" : "ohm", wiring: [], controls };
  }
  const part = chosen.kind === "part" ? machine.parts.find((p) => p.id === chosen.part) : undefined;
  const [winding] = part ? windingsOf(part) : [];
  if (!part || !winding) return undefined;
  const [a, b] = winding.terminals;
  return {
    between: [terminalName(part.id, a), terminalName(part.id, b)],
    unit: "ohm",
    wiring: [partOff(part.id)],
    controls: closedControls(machine, part),
  };
}
