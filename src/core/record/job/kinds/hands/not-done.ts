import { z } from "zod";
import { allowsAlways, defineEntry, never, noUpcasters, text } from "../definition";

export const notDone = defineEntry({
  kind: "not-done",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      check: text.min(1).max(200).describe("The check, by its name."),
      why: text.min(1).describe("Why it was not made."),
    })
    .describe("A check was not made. It stays open: the job is not closed by it."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: (body, { notDone: before }) => ({ notDone: [...before, body] }),
  says: ({ check, why }) => `Not done: ${check.replaceAll("-", " ")} (${why})`,
});
