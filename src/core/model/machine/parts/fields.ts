import { z } from "zod";

export const id = z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case letters, digits and hyphens, starting with a letter");
export const net = z.string().regex(/^[A-Z][A-Z0-9.]*$/, "a net name in capitals, such as TB1");
export const positive = z.number().positive();
export const share = z.number().min(0).max(1);

export const pair = z.tuple([net, net]).describe("Nets of terminals 1 and 2.");
export const noNets = z.array(net).length(0).describe("None: it has no wires.");
export const triple = z
  .tuple([net, net, net])
  .describe("Run end of both windings, return of the main winding, return of the start or auxiliary winding.");

/** Something that nobody has measured here: shown as an estimate and open to change. */
const estimated = (value: z.ZodType<number>, says: string) =>
  z
    .strictObject({
      value: value.describe(says),
      estimate: z.literal(true).describe("True: an estimate, to be replaced by what its users find."),
    })
    .describe(says);

/** Holds what fitting takes, without the way to it. */
export const fit = z
  .strictObject({
    minutes: positive.describe("Minutes of the exchange itself, panels not counted (estimate)."),
    price: z.number().nonnegative().describe("Price of the part in the shop's currency (estimate)."),
  })
  .describe("What it takes to replace the one.");

const fault = z
  .strictObject({
    mode: z.string().describe("Way in which it fails: one of those of its kind."),
    at: z.string().optional().describe("Which leg, terminal or position, where the mode needs one."),
    severity: positive
      .optional()
      .describe("How far it has gone: free-area fraction of a choked duct, resistance factor, position of a ground along an element."),
    range: z
      .tuple([positive, positive])
      .optional()
      .describe("A drifting part: the severities between which it is found; suspects stand at several places in between."),
    says: z.string().describe("As a technician says it after the part's name: “open”, “grounded to the cabinet”."),
    weight: estimated(z.number().nonnegative(), "How often, relative to the other faults of this machine."),
    seen: estimated(share, "P(a person who inspects the part, without a meter across it, finds this fault). 0: it can't be found so."),
    remedy: z
      .strictObject({
        verb: z.string().describe("What is done, as an order: “Clear the duct”."),
        minutes: positive.describe("Minutes it takes (estimate)."),
        price: z.number().nonnegative().describe("What it costs in parts (estimate)."),
      })
      .optional()
      .describe("How it is fixed when not by replacing the part: cleared, reset, set."),
  })
  .describe("One way in which this part fails.");

/** Fields that every part has. */
const common = {
  id: id.describe("Name by which the rest of the file and every record speak of it."),
  name: z.string().describe("Its name in the trade: “Thermal cut-off”."),
  label: z.string().describe("A short name for the sheet."),
  aliases: z.array(z.string()).default([]).describe("Other names that technicians type."),
  does: z.string().describe("What it is for, in a sentence."),
  test: z.string().describe("How it is tested, and what a good one reads."),
  where: z.string().describe("Where it sits."),
  panel: id.nullable().describe("Panel that must be off to reach its terminals, or place that must be reached; null where none is."),
  checkMinutes: positive.describe("Minutes to meter it once it can be reached (estimate)."),
  assembly: id.optional().describe("The assembly that is fitted when this part fails; the part itself where left out."),
  fit: fit.optional(),
  faults: z.array(fault).describe("Ways in which it fails."),
  jointWeight: z
    .number()
    .nonnegative()
    .default(0.15)
    .describe("How often a joint at one of its terminals is open, relative to the machine's faults; 0: not in question."),
  jointSeen: share.default(0.6).describe("P(a person who inspects the part finds a bad joint at it)."),
  moves: z
    .array(
      z
        .strictObject({
          mode: z.string().describe("The mode that moves it."),
          control: id.describe("The control that is moved."),
          to: z.string().describe("The position it is moved to."),
        })
        .describe("A control that a fault moves."),
    )
    .default([])
    .describe("Controls that a fault of this part moves: a broken belt lets its switch open, a full tank lifts the float."),
};

/** Schema of a part of one kind: the common fields and its own. Unknown fields are refused. */
export const partFields = <K extends string, F extends z.ZodRawShape>(kind: K, says: string, own: F) =>
  z.strictObject({ kind: z.literal(kind).describe(says), ...common, ...own }).describe(says);

export const tolerance = (most = 0.5, usual = 0.1) =>
  z.number().min(0).max(most).default(usual).describe("Largest deviation of a good one from its rating, as a share.");

export const closedWhen = z
  .strictObject({
    control: id.describe("The control that works it."),
    in: z.array(z.string()).min(1).describe("Positions of the control in which it is closed."),
  })
  .describe("When its contact is closed.");

export const senses = z.enum(["box", "exhaust"]).describe("Whose temperature it follows: the heater box's or the exhaust's.");
export const opensC = z.number().describe("Temperature at which it opens, °C.");
export const closesC = z.number().describe("Temperature at which it closes again, °C.");
