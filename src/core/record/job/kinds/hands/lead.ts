import { COLOURS } from "../../../../model/machine/cabinet";
import { cameBack, cameOff } from "../../hands/came-off";
import { isWired, type LeadFound, leadName, leadSchema } from "../../hands/lead-found";
import { touchedNow } from "../../hands/touched";
import { defineEntry, never, noUpcasters } from "../definition";

export const lead = defineEntry({
  kind: "lead",
  version: 1,
  stream: "job",
  schema: leadSchema,
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: ({ at }, { machine }) => (machine && !isWired(machine, at) ? { code: "not-on-machine", given: at } : undefined),
  effect: ({ state, ...found }, before, { id }) => {
    const thing = { is: "lead", id: found.at } as const;
    const known = before.leads.find((l) => l.at === found.at);
    return {
      leads: [...before.leads.filter((l) => l.at !== found.at), { ...known, ...withoutUndefined(found), off: state === "off" }],
      cameOff: state === "off" ? cameOff(before.cameOff, { ...thing, entry: id }) : cameBack(before.cameOff, thing),
      ...(isOnlyTold(known, state, found)
        ? {}
        : touchedNow(before, before.touched.includes(found.at) ? before.touched : [...before.touched, found.at])),
    };
  },
  says: ({ at, state, moved, condition, mended, colour, note }, machine) => {
    const place = machine ? leadName(machine, at) : at;
    const what = moved ? "moved to the new part" : state;
    const found = [...(condition ? [condition] : []), ...(mended ? [mended] : []), ...(note ? [note] : [])];
    return `${colour ? `${COLOURS[colour]} wire` : "Wire"} of ${place} ${what}${found.length > 0 ? ` (${found.join(", ")})` : ""}`.replace(
      /^./,
      (c) => c.toUpperCase(),
    );
  },
});

/** A wire that is on and stays on, of which is told how its end was settled: no hand is at it again. */
const isOnlyTold = (known: LeadFound | undefined, state: "off" | "on", { moved, note }: Pick<LeadFound, "moved" | "note">): boolean =>
  known !== undefined && !known.off && state === "on" && !moved && note === undefined;

function withoutUndefined<T extends object>(given: T): T {
  return Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined)) as T;
}
