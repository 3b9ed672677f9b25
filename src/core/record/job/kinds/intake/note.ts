import { z } from "zod";
import { defineEntry, never, noUpcasters, text } from "../definition";

/** Holds what notes are about; said of it in the record and in the report. */
const ABOUT = { onset: "Since when", history: "What was before" } as const;

export const note = defineEntry({
  kind: "note",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      words: text.min(1).describe("The words, as they were typed or said."),
      about: z.enum(["onset", "history"]).optional().describe("When and how it began, or what was there before."),
      by: z.literal("customer").optional().describe("Said by the customer; left out: by who works on it."),
      open: z.literal(true).optional().describe("It was meant as more than a note, and is asked about until it is read or left."),
    })
    .describe("Words that are kept as they are, and count for nothing."),
  upcasters: noUpcasters,
  // Whatever the state of the job, words are kept.
  ofEnergy: false,
  afterClosing: never,
  allows: () => undefined,
  effect: (body, { notes }, { id }) => ({ notes: [...notes, { entry: id, ...body }] }),
  says: ({ words, about }) => (about ? `${ABOUT[about]}: “${words}”` : `Note: “${words}”`),
});
