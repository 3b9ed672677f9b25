import type { Machine, Part } from "../../model/machine/format";
import { closedControls, windingsOf } from "../../model/machine/metering";
import { controlOf } from "../../model/machine/parts/index";
import type { ControlPositions } from "../../model/machine/run/condition";
import { isIsolated, partOff, readTerminal, terminalName } from "../../model/machine/wiring";
import { wiringIn } from "../../record/finding/circumstances";
import type { Finding } from "../../record/finding/finding";
import type { MeteredQuestion } from "../../record/finding/metered";
import { samePoints } from "../../record/finding/probes";

/** In what state a part is read to know all of it. */
type StateIs =
  | { readonly is: "across"; readonly winding: "whole" | "main" | "start"; readonly contact: boolean }
  /** A contact in a position in which it must be open. */
  | { readonly is: "other-position"; readonly control: string; readonly position: string }
  | { readonly is: Otherwise };
type Otherwise = "warmed" | "in-hand" | "hot" | "to-cabinet" | "insulation" | "running" | "capacitance";

export interface PartState {
  readonly id: string;
  readonly state: StateIs;
  readonly question: MeteredQuestion;
  /** True where a new part on the bench is read so as well. */
  readonly onBench: boolean;
}

/** V of an insulation test of mains parts (IEC 60364-6, table 6.1: 500 V DC). */
const TEST_VOLTS = 500;

/** Everything that can be read of a part: across it, in its other positions, warmed, to the cabinet, running. Empty for what has no wires. */
export function statesOf(machine: Machine, part: Part): PartState[] {
  const windings = windingsOf(part);
  if (windings.length === 0) return [];
  const wiring = [partOff(part.id)];
  const ohms = (between: [string, string], more: object = {}, controls: ControlPositions = {}): MeteredQuestion => ({
    kind: "ohms",
    place: { between },
    circumstances: { wiring, ...(Object.keys(controls).length > 0 && { controls: { ...controls } }), ...more },
  });
  const [first] = windings;
  const ends = (t: readonly [number, number]): [string, string] => [terminalName(part.id, t[0]), terminalName(part.id, t[1])];
  const closed = closedControls(machine, part);
  const across = windings.map(({ terminals, is }): PartState => {
    const contact = "closedWhen" in part || "opensC" in part;
    return {
      id: `across-${is}`,
      state: { is: "across", winding: is, contact },
      question: ohms(ends(terminals), {}, closed),
      onBench: true,
    };
  });
  if (!first) return across;
  const at = ends(first.terminals);
  const led = controlOf(part);
  const others = (machine.controls.find((c) => c.id === led?.control)?.positions ?? []).filter((p) => !led?.in.includes(p.id));
  // The ground conductor is the cabinet's own: it is read from end to end, and stays on.
  const isGround = part.nets.includes(machine.supply.ground.pin);
  const state = (is: Otherwise, question: MeteredQuestion, onBench = false): PartState => ({
    id: is,
    state: { is },
    question,
    onBench,
  });
  return [
    ...across,
    ...others.map(
      (p): PartState => ({
        id: `at-${p.id}`,
        state: { is: "other-position", control: led?.control ?? "", position: p.id },
        question: ohms(at, {}, { ...closed, [led?.control ?? ""]: p.id }),
        onBench: true,
      }),
    ),
    ...WARMED.filter((w) => w.kinds.includes(part.kind)).map((w) => state(w.is, ohms(at, { partHot: true }, closed), w.onBench)),
    ...(part.kind === "capacitor"
      ? [state("capacitance", { kind: "capacitance", place: { part: part.id }, circumstances: {} })]
      : isGround
        ? []
        : [state("to-cabinet", ohms([at[0], machine.cabinet]))]),
    ...(LEAKY.includes(part.kind) ? [state("insulation", ohms([at[0], machine.cabinet], { testVolts: TEST_VOLTS }))] : []),
    ...(CLAMPED.includes(part.kind) ? [state("running", { kind: "amps", place: { through: part.id }, circumstances: {} })] : []),
  ];
}

/** Holds what warmth shows, by kind: that a contact opens, that a thermistor falls, that a coil holds. */
const WARMED: readonly { readonly is: "warmed" | "in-hand" | "hot"; readonly kinds: readonly Part["kind"][]; readonly onBench: boolean }[] =
  [
    { is: "warmed", kinds: ["thermostat", "radiant-sensor"], onBench: true },
    { is: "in-hand", kinds: ["thermistor"], onBench: true },
    { is: "hot", kinds: ["coil"], onBench: false },
  ];
/** Insulation that water or a sagging coil bridges. */
const LEAKY: readonly Part["kind"][] = ["motor", "element"];
/** Whose current says more than their ohms. */
const CLAMPED: readonly Part["kind"][] = ["motor", "element", "igniter"];

/** True where a finding is a reading of a part in this state. */
export function isReadingOf(finding: Finding, { question }: PartState): boolean {
  if (finding.kind !== question.kind) return false;
  if (finding.kind === "amps" && question.kind === "amps") return finding.place.through === question.place.through;
  if (finding.kind === "capacitance" && question.kind === "capacitance") return finding.place.part === question.place.part;
  if (finding.kind !== "ohms" || question.kind !== "ohms") return false;
  const [a, b] = [finding.circumstances, question.circumstances];
  const part = readTerminal(question.place.between[0])?.part ?? "";
  const warm = (c: typeof a) => c.partHot === true;
  return (
    samePoints(finding.place.between, question.place.between) &&
    isIsolated(wiringIn(a), part) &&
    warm(a) === warm(b) &&
    (a.testVolts !== undefined) === (b.testVolts !== undefined) &&
    controlsAgree(a.controls, b.controls)
  );
}

/** Whatever a reading says nothing of stands as the state wants it. */
const controlsAgree = (a: ControlPositions = {}, b: ControlPositions = {}): boolean =>
  Object.keys(b).every((k) => a[k] === undefined || a[k] === b[k]);
