import type { Power } from "../finding/definition";
import type { Machine } from "../machine/format";
import type { Refusal } from "./refusal";

/** What is known of the energy in the machine. Nothing but a recorded proof makes it dead; anything unknown counts as dangerous. */
export interface Safety {
  readonly power: "unknown" | "dead" | "live";
  /** Time of the entry that made it so. */
  readonly since?: string;
  readonly liveTests: boolean;
  /** Capacitors recorded as discharged since the machine was made safe. */
  readonly discharged: readonly string[];
}

export const AS_FOUND: Safety = { power: "unknown", liveTests: false, discharged: [] };

/** Why something that needs the power in this state can't be done now; `undefined` when it can. */
export function powerRefusal(needed: Power, { power, liveTests }: Safety): Refusal | undefined {
  switch (needed) {
    case "any":
      return undefined;
    case "on":
      return power === "dead" ? { code: "not-running" } : undefined;
    case "dead":
      return power === "dead" ? undefined : { code: "not-dead", power };
    case "wall":
      return liveTests ? undefined : { code: "live-tests-forbidden" };
    case "live":
      if (!liveTests) return { code: "live-tests-forbidden" };
      return power === "live" ? undefined : { code: "not-live", power };
  }
}

/** A capacitor that would be handled by touching these points (nets, terminals or part ids) and is not recorded as discharged. */
export function chargedCapacitor(
  machine: Machine,
  touched: readonly string[],
  { discharged }: Pick<Safety, "discharged">,
): string | undefined {
  const parts = new Set(touched.map((p) => p.replace(/\.\d$/, "")));
  const nets = new Set([...touched, ...machine.parts.filter((p) => parts.has(p.id)).flatMap((p) => [...p.nets])]);
  return machine.parts.find((p) => p.kind === "capacitor" && !discharged.includes(p.id) && p.nets.some((n) => nets.has(n)))?.id;
}
