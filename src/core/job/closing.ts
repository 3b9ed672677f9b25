import type { Blocker } from "./blocker";
import { openChecks } from "./checks/index";
import { proofStands } from "./proven";
import type { JobState } from "./state";

/** Why a job can't be closed yet, the most dangerous first; empty when nothing is left. */
export function closingBlockers(state: JobState): Blocker[] {
  const { machine } = state;
  if (!machine) return [{ code: "machine" }];
  const run = proofStands(state);
  return [
    ...openChecks(machine, state),
    ...(state.complaint ? [] : [{ code: "complaint" } as const]),
    ...state.panelsOff.map((panel): Blocker => ({ code: "panel", panel })),
    ...leftOff(state),
    ...(run === "proven" ? [] : [{ code: "proof", run } as const]),
  ];
}

/** What the hands left: something of their own still off, a wire's end off or burnt, a count that does not come out. */
function leftOff({ cameOff, leads, recounts }: JobState): Blocker[] {
  return [
    ...cameOff.flatMap((c): Blocker[] => (c.is === "own" ? [{ code: "own-off", name: c.id }] : [])),
    ...leads.flatMap((l): Blocker[] => {
      if (l.off) return [{ code: "lead", at: l.at, because: "off" }];
      return l.condition === "burnt" && l.mended === undefined ? [{ code: "lead", at: l.at, because: "burnt" }] : [];
    }),
    ...recounts.flatMap(({ of, over, short, why }): Blocker[] =>
      over + short > 0 && why === undefined ? [{ code: "count", of, over, short }] : [],
    ),
  ];
}
