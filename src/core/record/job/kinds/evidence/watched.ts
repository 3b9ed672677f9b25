import { z } from "zod";
import { clockSays } from "../../../../model/naming/text";
import { HAPPENED, HAPPENINGS, sightsOfRun } from "../../../finding/watched";
import { powerRefusal } from "../../power-refusal";
import { witnessed } from "../../witnessed";
import { defineEntry, never, noUpcasters } from "../definition";

const seconds = z.number().min(0).max(36_000);

export const watched = defineEntry({
  kind: "watched",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      seconds: seconds.describe("How long it was watched from pressing start, s."),
      events: z
        .array(
          z
            .strictObject({ at: seconds.describe("Seconds after start was pressed."), what: z.enum(HAPPENINGS).describe("What happened.") })
            .describe("Something that happened."),
        )
        .max(200)
        .describe("What happened, in order."),
    })
    .describe("A run that was watched with the clock running."),
  upcasters: noUpcasters,
  ofEnergy: false,
  afterClosing: never,
  allows: (_, { safety }) => powerRefusal("on", safety),
  effect: (body, state, { id }) => (state.machine ? witnessed(state, id, "technician", sightsOfRun(state.machine, body)) : {}),
  says: ({ seconds: whole, events }) => {
    const told = events.map((e) => `${HAPPENED[e.what]} ${clockSays(e.at)}`);
    return `Watched for ${clockSays(whole)}: ${told.length > 0 ? told.join(", ") : "nothing happened"}`;
  },
});
