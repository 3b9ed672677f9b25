import type { Machine } from "../../model/machine/format";
import type { JobState } from "./state";

/** A way in which this machine can hurt whoever opens it. */
export type Energy =
  | { readonly of: "mains"; readonly state: "live" | "unproved" | "off-unproved" | "safe" }
  | { readonly of: "capacitor"; readonly part: string; readonly state: "may-be-charged" | "safe" }
  | { readonly of: "gas"; readonly state: "open" | "safe" }
  | { readonly of: "heat"; readonly state: "may-be-hot" | "safe" };

/** Gives what is in this machine, with how it stands: nothing counts as safe that was not recorded so since the power was last on. */
export function energiesOf(machine: Machine, { safety, shut }: Pick<JobState, "safety" | "shut">): Energy[] {
  const { power, isolated, discharged, cool } = safety;
  const mains = power === "dead" ? "safe" : power === "live" ? "live" : isolated ? "off-unproved" : "unproved";
  return [
    { of: "mains", state: mains },
    ...machine.parts
      .filter((p) => p.kind === "capacitor")
      .map(
        (p): Energy => ({ of: "capacitor", part: p.id, state: power === "dead" && discharged.includes(p.id) ? "safe" : "may-be-charged" }),
      ),
    ...(machine.burner ? [{ of: "gas", state: shut.includes("gas") ? "safe" : "open" } as const] : []),
    { of: "heat", state: power !== "live" && cool ? "safe" : "may-be-hot" },
  ];
}
