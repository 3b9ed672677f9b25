import type { Machine } from "../machine/schema";
import type { Draft } from "./entry";

/** What energy is connected, as far as the record shows. `unknown`: as found, to be taken as live. */
export interface Safety {
  readonly power: "unknown" | "dead" | "live";
  /** Time of the entry that made it so. */
  readonly since?: string;
  readonly liveTests: boolean;
}

export const AS_FOUND: Safety = { power: "unknown", liveTests: false };

/** Verdict on an entry in a safety state. A refused one stays in the record and counts for nothing. */
export type Verdict = { readonly ok: true } | { readonly ok: false; readonly reason: string };

const OK: Verdict = { ok: true };
const no = (reason: string): Verdict => ({ ok: false, reason });

/** The cautions of domain section 7 that concern a single entry. */
export function allows(safety: Safety, draft: Draft, machine: Machine | undefined): Verdict {
  switch (draft.kind) {
    case "reading":
      return draft.body.unit === "ohm" ? allowsOhms(safety) : allowsVolts(safety, draft.body.between, machine);
    case "proof":
      return safety.power === "live" ? OK : no("The machine is not on. Close it up, record that it is energised, then prove it.");
    case "fitted":
      return safety.power === "dead" || !needsDead(draft.body.unit, machine)
        ? OK
        : no("Fitting needs a dead machine. Cord out, prove it dead, record “made safe”, then enter the part again.");
    default:
      return OK;
  }
}

function allowsOhms(safety: Safety): Verdict {
  if (safety.power === "dead") return OK;
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
      return { ...safety, power: "dead", ...(at !== undefined && { since: at }) };
    case "energised":
      return { ...safety, power: "live", ...(at !== undefined && { since: at }) };
    case "opened":
    case "setting":
      return { ...safety, liveTests: draft.body.liveTests };
    default:
      return safety;
  }
}
