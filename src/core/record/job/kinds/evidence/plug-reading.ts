import { pinsOf } from "../../../../model/machine/format";
import { controlsSay } from "../../../../model/naming/names";
import { formatValue } from "../../../../model/quantity/format";
import { isSamePlace, plugReadingSchema } from "../../hands/plug-read";
import { defineEntry, never, noUpcasters } from "../definition";

export const plugReading = defineEntry({
  kind: "plug-reading",
  version: 1,
  stream: "job",
  schema: plugReadingSchema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ between }, { safety, machine }) => {
    const strange = machine && between.find((p) => !pinsOf(machine).includes(p));
    if (strange !== undefined) return { code: "not-on-machine", given: strange };
    if (safety.power === "dead") return undefined;
    return { code: "not-dead", power: safety.power, ...(safety.lapsed && { lapsed: safety.lapsed }) };
  },
  effect: (body, { plugReads }, { id }) => ({ plugReads: [...plugReads.filter((r) => !isSamePlace(r, body)), { ...body, entry: id }] }),
  says: ({ between, controls, ohms }, machine) => {
    const names = between.map((net) => machine?.testPoints.find((t) => t.net === net)?.name ?? net);
    const so = machine ? controlsSay(machine, controls) : "";
    return `At the plug, ${names.join(" to ")}${so ? `, ${so}` : ""}: ${ohms === null ? "OL" : formatValue(ohms, "ohm")}`;
  },
});
