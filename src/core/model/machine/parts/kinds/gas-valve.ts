import { z } from "zod";
import { always, asRated, byLook, definePart, noBranches, noThermalContact, notExamined, noWindings, plainMode } from "../definition";
import { id, noNets, partFields, positive } from "../fields";

export const gasValve = definePart({
  kind: "gas-valve",
  called: "gas valve, valve, burner valve",
  schema: partFields("gas-valve", "A gas valve with two plungers in series; its coils are parts of their own.", {
    nets: noNets,
    coils: z
      .strictObject({
        hold: id.describe("Holds the first plunger."),
        boost: id.describe("Helps to pull the first plunger in."),
        main: id.describe("Opens the second plunger."),
      })
      .describe("The first valve pulls in with hold and boost and stays with hold; the second opens with main."),
    pullsInAt: z.number().min(0).max(1).default(0.62).describe("Share of its volts at which a coil pulls in."),
    holdsAt: z.number().min(0).max(1).default(0.35).describe("Share of its volts at which a coil lets go."),
    volts: positive.describe("Rated volts of its coils."),
  }),
  modes: { stuck: plainMode },
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: always,
  eitherWayRound: false,
  deviates: "never",
});
