import type { Machine } from "../../../model/machine/format";
import { assemblyName } from "../../../model/naming/names";
import type { Wanted } from "../../../record/job/state";
import { daySays } from "../days";

/** Gives what a job waits for: “heating element, ordered, comes Thu 3 Dec”. */
export function wantedSays(machine: Machine, { assembly, ordered, due }: Wanted): string {
  const what = assembly === null ? "a part not named yet" : assemblyName(machine, assembly);
  return [what, ...(ordered ? ["ordered"] : []), ...(due ? [`due ${daySays(due)}`] : [])].join(", ");
}
