import type { Machine } from "../../model/machine/format";

/** Holds what is known of the energy in the machine. Nothing but a recorded proof makes it dead; anything unknown counts as dangerous. */
export interface Safety {
  readonly power: "unknown" | "dead" | "live";
  /** Time of the entry that made it so, and who made it. */
  readonly since?: string;
  readonly by?: string;
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
/** A clock that runs before another's by no more than this is right enough, minutes. */
const CLOCKS_DIFFER_MINUTES = 5;
/** Too long ago; another's; dated later than now, so that one of the clocks is wrong. */
export type Lapse = "hours" | "person" | "clock";

/** True once a proof made at one time is none at another, whoever made it. */
export const hasRunOut = (since: string, now: Date): boolean => runOut(since, now.getTime()) !== undefined;

function runOut(since: string, now: number): Exclude<Lapse, "person"> | undefined {
  const minutes = (now - Date.parse(since)) / 60_000;
  if (!(minutes > -CLOCKS_DIFFER_MINUTES)) return "clock";
  return minutes >= DEAD_HOLDS_HOURS * 60 ? "hours" : undefined;
}

/** Whoever stands at the machine, and when. */
export interface Standing {
  readonly at: string;
  readonly by: string;
}

/** The energy as it is to one person at one time: another's proof of dead, or an old one, is none. The same object where it holds. */
export function safetyFor(safety: Safety, { at, by }: Standing): Safety {
  if (safety.power !== "dead" || safety.since === undefined) return safety;
  const lapsed = safety.by === by ? runOut(safety.since, Date.parse(at)) : "person";
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
