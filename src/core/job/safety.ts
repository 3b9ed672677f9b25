import type { Machine } from "../machine/schema";
import type { Draft, Reading } from "./entry";

/** What energy is connected, as far as the record shows. `unknown`: as found, to be taken as live. */
export interface Safety {
  readonly power: "unknown" | "dead" | "live";
  /** Time of the entry that made it so. */
  readonly since?: string;
  readonly liveTests: boolean;
  /** Capacitors recorded as discharged since the machine was made safe. */
  readonly discharged: readonly string[];
}

export const AS_FOUND: Safety = { power: "unknown", liveTests: false, discharged: [] };

/** Verdict on an entry in a safety state. A refused one stays in the record and counts for nothing. */
export type Verdict = { readonly ok: true } | { readonly ok: false; readonly reason: string };

const OK: Verdict = { ok: true };
const no = (reason: string): Verdict => ({ ok: false, reason });

/** The cautions of domain section 7 that concern a single entry. */
export function allows(safety: Safety, draft: Draft, machine: Machine | undefined): Verdict {
  const unknown = machine && unknownName(machine, draft);
  if (unknown !== undefined) return no(`“${unknown}” is not on this machine (${machine?.maker} ${machine?.model}). Is it the right one?`);
  switch (draft.kind) {
    case "reading":
      return draft.body.unit === "ohm" ? allowsOhms(safety, draft.body, machine) : allowsVolts(safety, draft.body.between, machine);
    case "proof":
      return safety.power === "live" ? OK : no("The machine is not on. Close it up, record that it is energised, then prove it.");
    case "discharged":
      return safety.power === "dead"
        ? OK
        : no("Discharging is for a dead machine. Cord out, prove it dead, record “made safe”, then discharge.");
    case "measure":
      return safety.power === "dead" ? no("The machine is dead: there is nothing to measure while it runs. Record “energised” first.") : OK;
    case "fitted":
      return safety.power === "dead" || !needsDead(draft.body.unit, machine)
        ? OK
        : no("Fitting needs a dead machine. Cord out, prove it dead, record “made safe”, then enter the part again.");
    default:
      return OK;
  }
}

/** A point, part or unit that an entry names and the machine does not have. */
function unknownName(machine: Machine, draft: Draft): string | undefined {
  const part = (id: string) => machine.parts.find((p) => p.id === id);
  switch (draft.kind) {
    case "reading":
      return draft.body.between.find((point) => {
        const terminal = /^([a-z][a-z0-9-]*)\.(\d)$/.exec(point);
        if (terminal) return Number(terminal[2]) < 1 || Number(terminal[2]) > (part(terminal[1] as string)?.nets.length ?? 0);
        return (
          !isWallPoint(machine, point) &&
          point !== machine.cabinet &&
          !machine.testPoints.some((t) => t.net === point) &&
          !machine.parts.some((p) => [...p.nets].includes(point))
        );
      });
    case "sighting":
      return draft.body.part !== undefined && !part(draft.body.part) ? draft.body.part : undefined;
    case "fitted": {
      const { unit } = draft.body;
      return machine.parts.some((p) => p.id === unit || p.unit === unit || `joint.${p.id}` === unit) ? undefined : unit;
    }
    default:
      return undefined;
  }
}

function allowsOhms(safety: Safety, { between, wiresOff }: Pick<Reading, "between" | "wiresOff">, machine: Machine | undefined): Verdict {
  if (safety.power === "dead") {
    const charged = machine && chargedCapacitor(machine, [...between, ...wiresOff], safety);
    if (!charged) return OK;
    const name = machine.parts.find((p) => p.id === charged)?.name.toLowerCase();
    return no(`The ${name} may hold its charge. Discharge it through a resistor, record “discharged”, then measure.`);
  }
  return no(
    safety.power === "live"
      ? "Never a resistance range on a live circuit. Cord out, prove it dead, record “made safe”, then measure again."
      : "Not proven dead. Cord out, prove it dead, record “made safe”, then measure again.",
  );
}

function allowsVolts(safety: Safety, points: readonly string[], machine: Machine | undefined): Verdict {
  if (!safety.liveTests) return no("Live tests are not allowed on this job. Allow them for the job, or test it dead.");
  const wall = machine && points.every((p) => isWallPoint(machine, p));
  if (wall || safety.power === "live") return OK;
  return no(
    safety.power === "dead"
      ? "The machine is dead: there is no voltage to read. Record “energised” first; one hand, insulated probes."
      : "The power state is not known. Record “energised” first; one hand, insulated probes.",
  );
}

/** A capacitor that would be handled by touching these points (nets, terminals or part ids) and is not recorded as discharged. */
export function chargedCapacitor(
  machine: Machine,
  touched: readonly string[],
  { discharged }: Pick<Safety, "discharged">,
): string | undefined {
  const parts = new Set(touched.map((p) => p.split(".")[0] as string));
  const nets = new Set([...touched, ...machine.parts.filter((p) => parts.has(p.id)).flatMap((p) => [...p.nets])]);
  return machine.parts.find((p) => p.kind === "capacitor" && !discharged.includes(p.id) && p.nets.some((n) => nets.has(n)))?.id;
}

export function isWallPoint(machine: Machine, point: string): boolean {
  const { legs, neutral, ground } = machine.supply;
  return [...legs, neutral, ground].some((side) => side.wall === point);
}

function needsDead(unit: string, machine: Machine | undefined): boolean {
  const part = machine?.parts.find((p) => p.id === unit);
  return part === undefined || part.nets.length > 0 || part.kind === "belt";
}

/** The state after an entry that was allowed, made at `at` (left out for one that is only being typed). */
export function safetyAfter(safety: Safety, draft: Draft, at?: string): Safety {
  switch (draft.kind) {
    case "made-safe":
      return { ...safety, power: "dead", discharged: [], ...(at !== undefined && { since: at }) };
    case "energised":
      return { ...safety, power: "live", discharged: [], ...(at !== undefined && { since: at }) };
    case "discharged":
      return { ...safety, discharged: [...safety.discharged, draft.body.part] };
    case "opened":
    case "setting":
      return { ...safety, liveTests: draft.body.liveTests };
    default:
      return safety;
  }
}
