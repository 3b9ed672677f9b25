import type { Blocker } from "../blocker";
import type { JobState } from "../state";

/** Gives what the hands left: something of their own still off, a wire's end off or burnt, a count that does not come out. */
export function leftOff({ cameOff, leads, recounts }: Pick<JobState, "cameOff" | "leads" | "recounts">): Blocker[] {
  return [
    ...cameOff.flatMap((c): Blocker[] => {
      if (c.is === "wires") return [{ code: "wires-off", of: c.id }];
      return c.is === "own" ? [{ code: "own-off", name: c.id }] : [];
    }),
    ...leads.flatMap((l): Blocker[] => {
      if (l.off) return [{ code: "lead", at: l.at, because: "off" }];
      if (l.condition !== "burnt" || l.mended === "replaced") return [];
      return [{ code: "lead", at: l.at, because: l.mended === "crimped" ? "crimped" : "burnt" }];
    }),
    ...recounts.flatMap(({ of, over, short, why }): Blocker[] =>
      over + short > 0 && why === undefined ? [{ code: "count", of, over, short }] : [],
    ),
  ];
}
