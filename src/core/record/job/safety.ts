import type { Machine } from "../../model/machine/format";

/** Holds what is known of the energy in the machine. Nothing but a recorded proof makes it dead; anything unknown counts as dangerous. */
export interface Safety {
  readonly power: "unknown" | "dead" | "live";
  /** Time of the entry that made it so, and who made it. */
  readonly since?: string;
  readonly by?: string;
  /** A proof of dead that was recorded before proofs ran out: it holds until power. */
  readonly holds?: true;
  /** Why a proof of dead does not hold for who asks now. */
  readonly lapsed?: Lapse;
  /** The power was taken away: how, and whether it is locked so. Not a proof of dead. */
  readonly isolated?: { readonly how?: "cord" | "breaker"; readonly locked?: true; readonly note?: string };
  /** Its hot parts were found cool to the touch, since it last ran. */
  readonly cool?: true;
  readonly liveTests: boolean;
  /** Capacitors recorded as discharged since the machine was made safe. */
  readonly discharged: readonly string[];
}

/** A proof of dead holds for the person who made it, and for so many hours. */
export const DEAD_HOLDS_HOURS = 12;
export type Lapse = "hours" | "person";

/** Whoever stands at the machine, and when. */
export interface Standing {
  readonly at: string;
  readonly by: string;
}

/** The energy as it is to one person at one time: another's proof of dead, or an old one, is none. The same object where it holds. */
export function safetyFor(safety: Safety, { at, by }: Standing): Safety {
  if (safety.power !== "dead" || safety.holds || safety.since === undefined) return safety;
  const hours = (Date.parse(at) - Date.parse(safety.since)) / 3_600_000;
  const lapsed = hours >= DEAD_HOLDS_HOURS ? "hours" : safety.by !== by ? "person" : undefined;
  return lapsed ? { ...safety, power: "unknown", discharged: NOTHING, lapsed } : safety;
}

const NOTHING: readonly string[] = [];

export const AS_FOUND: Safety = { power: "unknown", liveTests: false, discharged: [] };

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
