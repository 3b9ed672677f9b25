import type { Power } from "../finding/definition";
import type { Refusal } from "./refusal";
import type { Safety } from "./safety";

/** Why something that needs the power in this state can't be done now; `undefined` when it can. */
export function powerRefusal(needed: Power, { power, liveTests, lapsed }: Safety): Refusal | undefined {
  switch (needed) {
    case "any":
      return undefined;
    case "on":
      return power === "dead" ? { code: "not-running" } : undefined;
    case "dead":
      return power === "dead" ? undefined : { code: "not-dead", power, ...(lapsed && { lapsed }) };
    case "wall":
      return liveTests ? undefined : { code: "live-tests-forbidden" };
    case "live":
      if (!liveTests) return { code: "live-tests-forbidden" };
      return power === "live" ? undefined : { code: "not-live", power };
  }
}
