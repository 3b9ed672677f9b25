import { faultSentence } from "../machine/fault";
import { type Machine, type Part, partOf, unitOf } from "../machine/schema";
import type { Body, Reading, Sighting } from "./entry";
import type { Evidence } from "./fold";
import { hasHood } from "./sights";

/** Something that must be done before the job can be closed. */
export interface Blocker {
  readonly code: "machine" | "complaint" | "proof" | "panel" | "cause" | "vent" | "leak";
  readonly says: string;
  /** What to type or do about it. */
  readonly todo: string;
  readonly part?: string;
  /** How the part is looked into: the air at the hood, a reading across it or to the cabinet, or a look. */
  readonly by?: Examination;
}

export type Examination = "air" | "across" | "cabinet" | "look";

interface Facts {
  readonly machine: Machine | undefined;
  readonly complaint: Body<"complaint"> | undefined;
  readonly evidence: readonly Evidence[];
  readonly panelsOff: readonly string[];
  readonly fitted: readonly Body<"fitted">[];
  readonly proof: Body<"proof"> | undefined;
}

/** Why a job can't be closed yet, the most dangerous first; empty when nothing is left. */
export function closingBlockers(facts: Facts): Blocker[] {
  const { machine } = facts;
  if (!machine) return [{ code: "machine", says: "the machine is not named", todo: "Choose the machine from its plate." }];
  const blockers: Blocker[] = [...leakBlockers(machine, facts), ...causeBlockers(machine, facts), ...ventBlockers(machine, facts)];
  if (!facts.complaint)
    blockers.push({ code: "complaint", says: "the complaint is not recorded", todo: "Write what the customer noticed." });
  for (const id of facts.panelsOff) {
    const panel = machine.panels.find((p) => p.id === id);
    blockers.push({ code: "panel", says: `the ${panel?.name ?? id} is still off`, todo: `Put it back: ${panel?.fasteners ?? ""}` });
  }
  const proof = facts.proof;
  if (proof?.starts !== "yes" || proof.turns !== "yes" || proof.warm !== "yes") {
    blockers.push({
      code: "proof",
      says: proof ? "the last proof run did not start, turn and heat" : "it is not proven to run",
      todo: "Power on, run it: starts, turns, heats, cycles, air strong.",
    });
  }
  return blockers;
}

/** Fuses and cut-offs known to be blown: read open with their wires off, or replaced. */
export function blownFuses(machine: Machine, facts: Pick<Facts, "evidence" | "fitted">): Part[] {
  return machine.parts.filter((part) => {
    if (part.kind !== "fuse") return false;
    if (facts.fitted.some((f) => f.unit === unitOf(machine, part).id)) return true;
    const last = readingsOf(facts.evidence)
      .filter((r) => isAcross(r, part))
      .at(-1);
    return last?.value === null;
  });
}

/** True when a reading is taken from end to end of a part that is isolated. */
export function isAcross(reading: Reading, part: Part): boolean {
  return (
    reading.unit === "ohm" &&
    reading.wiresOff.includes(part.id) &&
    reading.between.every((p) => p === `${part.id}.1` || p === `${part.id}.2`)
  );
}

const readingsOf = (evidence: readonly Evidence[]): Reading[] =>
  evidence.flatMap((e) => (e.finding.kind === "reading" ? [e.finding.reading] : []));
const sightingsOf = (evidence: readonly Evidence[]): Sighting[] =>
  evidence.flatMap((e) => (e.finding.kind === "sighting" ? [e.finding.sighting] : []));

/** After a gas joint was disturbed: a leak test, made after it, that found the joints tight. */
function leakBlockers(machine: Machine, { evidence, fitted }: Facts): Blocker[] {
  const gas = new Set(machine.parts.filter((p) => p.kind === "gas-valve" || p.kind === "gas-supply").map((p) => unitOf(machine, p).id));
  const disturbed = fitted.findLast((f) => gas.has(f.unit));
  if (!disturbed) return [];
  const last = evidence.findLast((e) => e.finding.kind === "sighting" && e.finding.sighting.sight === "leak");
  if (last?.finding.kind === "sighting" && last.finding.sighting.value === "tight" && last.fitted.includes(disturbed.unit)) return [];
  return [
    {
      code: "leak",
      says: "a gas joint was disturbed and no leak test is recorded since",
      todo: "Soap solution on every joint: “no bubbles”. Gas work is for the licensed.",
    },
  ];
}

function causeBlockers(machine: Machine, facts: Facts): Blocker[] {
  return blownFuses(machine, facts).flatMap((fuse) =>
    machine.causes
      .filter((c) => c.damage.part === fuse.id)
      .flatMap((c): Blocker[] => {
        const cause = partOf(machine, c.cause.part);
        if (isExamined(machine, cause, c.cause.mode, facts)) return [];
        const fault = cause.faults.find((f) => f.mode === c.cause.mode);
        const says = `the ${fuse.name.toLowerCase()} blew and its cause is unexamined: ${faultSentence(machine, { part: cause.id, mode: c.cause.mode, at: fault?.at }).toLowerCase()}?`;
        const by = examinedBy(machine, cause, c.cause.mode);
        return [{ code: "cause", says, todo: todoOf(cause, by), part: cause.id, by }];
      }),
  );
}

/** What tells whether a cause of this mode was there. */
function examinedBy(machine: Machine, cause: Part, mode: string): Examination {
  if (cause.kind === "duct") return hasHood(machine) ? "air" : "look";
  if (mode === "grounded") return "cabinet";
  if (mode === "low" && cause.kind === "element") return "across";
  return mode === "welded" && cause.kind === "relay" ? "across" : "look";
}

/** Whether somebody has looked into this cause, and put it right if it was there. */
function isExamined(machine: Machine, cause: Part, mode: string, { evidence, fitted, proof }: Facts): boolean {
  if (fitted.some((f) => f.unit === unitOf(machine, cause).id)) return true;
  if (sightingsOf(evidence).some((s) => s.part === cause.id && s.value === "good")) return true;
  const readings = readingsOf(evidence);
  switch (examinedBy(machine, cause, mode)) {
    case "air":
      return sightingsOf(evidence).some((s) => s.sight === "airflow");
    case "cabinet":
      return readings.some((r) => isToCabinet(machine, r, cause) && isSound(r));
    case "across":
      return readings.some((r) => isAcross(r, cause) && (cause.kind === "element" ? hasItsOhms(cause, r) : r.value === null));
    case "look":
      return mode === "welded" && (proof?.cycles === "yes" || sightingsOf(evidence).some((s) => s.sight === "cycles" && s.value === "yes"));
  }
}

/** Within twice its tolerance of V²/P. */
function hasItsOhms(element: Extract<Part, { kind: "element" }>, { value }: Reading): boolean {
  return value !== null && Math.abs((value * element.watts) / element.volts ** 2 - 1) <= 2 * element.tolerance;
}

const isSound = (r: Reading): boolean => r.value === null || r.value > 1e6;

function isToCabinet(machine: Machine, reading: Reading, part: Part): boolean {
  const ends = [`${part.id}.1`, `${part.id}.2`, ...part.nets];
  return reading.unit === "ohm" && reading.between.includes(machine.cabinet) && reading.between.some((p) => ends.includes(p));
}

function todoOf(cause: Part, by: Examination): string {
  const label = cause.label.toLowerCase();
  switch (by) {
    case "air":
      return "Go to the hood: “air strong”, “air weak” or “vent clean”.";
    case "cabinet":
      return `Measure it to the cabinet: “${label} cab OL”.`;
    case "across":
      return cause.kind === "element"
        ? `Measure it, wires off: “${label} ${(cause.volts ** 2 / cause.watts).toFixed(1)}”.`
        : `Measure it at rest, wires off: “${label} OL”.`;
    case "look":
      return cause.kind === "thermostat"
        ? `Warm it to prove it opens (“${label} good”), or see the heat cycle in the proof run.`
        : `Look at it: “${label} good”.`;
  }
}

/** A vent found weak must have been cleared, or found strong afterwards. */
function ventBlockers(machine: Machine, { evidence, fitted }: Facts): Blocker[] {
  const duct = machine.parts.find((p) => p.kind === "duct");
  const last = evidence
    .filter((e) => e.finding.kind === "sighting" && e.finding.sighting.sight === "airflow" && e.source === "technician")
    .at(-1);
  if (!duct || last?.finding.kind !== "sighting" || last.finding.sighting.value === "strong") return [];
  const cleared = (units: readonly string[]) => units.filter((u) => u === duct.id).length;
  if (cleared(fitted.map((f) => f.unit)) > cleared(last.fitted)) return [];
  if (last.finding.sighting.value === "none" && turnsNot(evidence)) return [];
  return [
    {
      code: "vent",
      says: "the air at the hood was weak and the vent is not cleared",
      todo: "Clear it (“cleared vent”) and feel the air again.",
      part: duct.id,
    },
  ];
}

const turnsNot = (evidence: readonly Evidence[]): boolean =>
  sightingsOf(evidence).findLast((s) => s.sight === "turns" || s.sight === "starts")?.value === "no";
