import { maybePartOf } from "../../../../model/machine/format";
import { readTerminal } from "../../../../model/machine/wiring";
import { formatValue } from "../../../../model/quantity/format";
import { findingSays } from "../../../finding/finding";
import { asFinding, newPartSchema } from "../../../finding/new-part";
import { defineEntry, never, noUpcasters } from "../definition";

export const newPart = defineEntry({
  kind: "new-part",
  version: 1,
  stream: "job",
  schema: newPartSchema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ place: { between } }, { machine }) => {
    const [a, b] = [readTerminal(between[0])?.part, readTerminal(between[1])?.part];
    const isOne = a !== undefined && a === b && (!machine || maybePartOf(machine, a) !== undefined);
    return isOne ? undefined : { code: "not-on-machine", given: between.join(" to ") };
  },
  effect: (body, { newParts }, { id }) => ({ newParts: [...newParts, { entry: id, read: body }] }),
  says: (read, machine) => {
    if (machine) return `New, on the bench: ${findingSays(asFinding(read), machine).replace(", wires off", "")}`;
    const { place, result } = read;
    return `New, on the bench: ${place.between.join(" to ")}: ${result.is === "OL" ? "OL" : formatValue(result.value, "ohm")}`;
  },
});
