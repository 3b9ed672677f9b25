import { type Finding, findingKind, findingSays, findingSchema } from "../../finding/finding";
import { upcaster } from "../../journal/upcast";
import { firstMeasure, firstReading, firstSighting, upMeasure, upReading, upSighting } from "../first-version";
import { powerRefusal } from "../power-refusal";
import type { Refusal } from "../refusal";
import { chargedCapacitor } from "../safety";
import type { JobState } from "../state";
import { isUntold, witnessed } from "../witnessed";
import { defineEntry } from "./definition";

export const finding = defineEntry({
  kind: "finding",
  version: 1,
  stream: "job",
  schema: findingSchema,
  upcasters: [
    upcaster({ kind: "sighting", version: 1 }, 1, firstSighting, upSighting),
    upcaster({ kind: "reading", version: 1 }, 1, firstReading, upReading),
    upcaster({ kind: "measure", version: 1 }, 1, firstMeasure, upMeasure),
  ],
  allows: findingRefusal,
  effect: (found, state, { id }) =>
    isUntold(found)
      ? { untold: [...state.untold, { finding: found, repairs: state.fitted.length }] }
      : witnessed(state, id, "technician", [found]),
  says: (found, machine) => (machine ? findingSays(found, machine) : withoutMachine(found)),
});

/** Names that the machine has; power in the state in which such a thing is found; no capacitor handled that may be charged. */
function findingRefusal(found: Finding, { machine, safety }: JobState): Refusal | undefined {
  const kind = findingKind(found);
  const given = machine && kind.unknownName(found, machine);
  if (given !== undefined) return { code: "not-on-machine", given };
  const needed = kind.power(found, machine);
  const refusal = powerRefusal(needed, safety);
  if (refusal || needed !== "dead" || !machine) return refusal;
  const part = chargedCapacitor(machine, kind.touches(found), safety);
  return part === undefined ? undefined : { code: "charged", part };
}

function withoutMachine({ kind, place, result }: Finding): string {
  const said = result.is === "OL" ? "OL" : result.is === "series" ? result.file.slice(0, 8) : String(result.value);
  return `${kind} ${Object.values(place).flat().join(" to ")}: ${said}`;
}
