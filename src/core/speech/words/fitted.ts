import type { Machine } from "../../model/machine/format";
import { fittedSays } from "../../model/naming/names";
import type { Job } from "../../record/job/fold";

/** Gives what was fitted or put right, in its order; what another machine had that was named before, by the name that it had there. */
export const fittedSay = (machine: Machine | undefined, { fitted, fittedElsewhere }: Pick<Job, "fitted" | "fittedElsewhere">): string[] => [
  ...fittedElsewhere.map((f) => fittedSays(undefined, f.name, f.action === "replaced")),
  ...fitted.map((f) => fittedSays(machine, f.assembly, f.action === "replaced")),
];
