import { pinsOf } from "../../../../model/machine/format";
import { restControls } from "../../../../model/machine/run/at-rest";
import { controlsIn } from "../../../finding/circumstances";
import { type Finding, findingKind, findingSays, findingSchema } from "../../../finding/finding";
import { upcaster } from "../../../journal/upcast";
import { firstMeasure, firstReading, firstSighting, upMeasure, upReading, upSighting } from "../../first-version";
import { isSamePlace } from "../../hands/plug-read";
import { powerRefusal } from "../../power-refusal";
import type { Refusal } from "../../refusal";
import { chargedCapacitor } from "../../safety";
import type { JobState } from "../../state";
import { isUntold, witnessed } from "../../witnessed";
import { defineEntry, never } from "../definition";

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
  ofEnergy: false,
  afterClosing: never,
  allows: findingRefusal,
  effect: (found, state, { id }) =>
    isUntold(found)
      ? { untold: [...state.untold, { finding: found, repairs: state.fitted.length }] }
      : { ...witnessed(state, id, "technician", [found]), ...readAtPlug(state, id, found) },
  says: (found, machine) => (machine ? findingSays(found, machine) : withoutMachine(found)),
});

/** After wires were touched, a resistance between two pins of the plug also says how they are on. */
function readAtPlug({ machine, touched, plugReads }: JobState, id: string, found: Finding): Partial<JobState> {
  if (!machine || touched.length === 0 || found.kind !== "ohms" || (found.circumstances.wiring ?? []).length > 0) return {};
  const { between } = found.place;
  const [a, b] = between;
  if (!between.every((p) => pinsOf(machine).includes(p))) return {};
  const controls = { ...restControls(machine), ...controlsIn(found.circumstances) };
  const read = { entry: id, between: [a, b] as [string, string], controls, ohms: found.result.is === "OL" ? null : found.result.value };
  return { plugReads: [...plugReads.filter((r) => !isSamePlace(r, read)), read] };
}

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
