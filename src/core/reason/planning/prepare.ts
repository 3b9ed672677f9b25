import { type Machine, panelOf } from "../../model/machine/format";
import { chargedCapacitor } from "../../record/job/safety";
import type { JobState } from "../../record/job/state";
import { DISCHARGE_MINUTES, ENERGISE_MINUTES, MAKE_SAFE_MINUTES } from "./prices";
import { type Proposal, type Purpose, plain } from "./proposal";

/** Holds what is needed before hands or probes can do something. */
export interface Needs {
  readonly power: "dead" | "live" | "any";
  /** Panels to take off, in order. */
  readonly opens: readonly string[];
  /** Panels to put back, in order. */
  readonly closes?: readonly string[];
  /** Points and parts that are touched. */
  readonly touched: readonly string[];
}

export const makeSafe = (): Proposal => plain({ kind: "make-safe" }, MAKE_SAFE_MINUTES, { code: "prepares" }, "no-ohms-until-dead");

/** The first thing that must be done before: power in the state that is needed, a panel off, a capacitor discharged. `undefined`: nothing. */
export function preparation(machine: Machine, job: JobState, needs: Needs, purpose: Purpose): Proposal | undefined {
  const first = firstNeed(machine, job, needs);
  return first && { ...first, prepares: purpose };
}

function firstNeed(machine: Machine, { safety }: JobState, { power, opens, closes = [], touched }: Needs): Proposal | undefined {
  const [panel] = opens;
  if ((power === "dead" || panel !== undefined) && safety.power !== "dead") return makeSafe();
  if (panel !== undefined) return plain({ kind: "panel", panel, state: "off" }, panelOf(machine, panel).minutesOff, { code: "prepares" });
  const [back] = closes;
  if (back !== undefined && safety.power !== "dead") return makeSafe();
  if (back !== undefined) return plain({ kind: "panel", panel: back, state: "on" }, panelOf(machine, back).minutesOn, { code: "prepares" });
  const part = power === "dead" ? chargedCapacitor(machine, touched, safety) : undefined;
  if (part !== undefined) return plain({ kind: "discharge", part }, DISCHARGE_MINUTES, { code: "prepares" }, "holds-charge");
  if (power === "live" && safety.power === "dead")
    return plain({ kind: "energise", to: "watch" }, ENERGISE_MINUTES, { code: "prepares" }, "live-from-here");
  return undefined;
}
