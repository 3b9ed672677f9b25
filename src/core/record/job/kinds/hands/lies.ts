import { z } from "zod";
import { capital } from "../../../../model/naming/text";
import { allowsAlways, defineEntry, never, noUpcasters, text } from "../definition";

export const lies = defineEntry({
  kind: "lies",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      what: text.min(1).max(80).describe("What it is: front and drum, cups 1 to 4, the new element."),
      where: text.max(120).describe("Where it is; empty when it lies there no more."),
      who: text.min(1).max(80).optional().describe("Who has it."),
    })
    .describe("Where something that came off a machine is, and who has it."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, { lying }) => {
    const others = lying.filter((l) => l.what.toLowerCase() !== body.what.toLowerCase());
    return { lying: body.where === "" ? others : [...others, body] };
  },
  says: ({ what, where, who }) =>
    where === "" ? `${capital(what)}: no more there` : `${capital(what)}: ${where}${who ? `, ${who} has it` : ""}`,
});
