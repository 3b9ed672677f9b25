import { z } from "zod";
import { id, positive } from "./parts/fields";

/** Holds what comes off a machine, by its looks: how it is drawn, and how it is said. */
export const SORTS = [
  "machine",
  "cover",
  "top",
  "console",
  "front",
  "bulkhead",
  "belt",
  "drum",
  "duct",
  "burner",
  "lower",
  "side",
  "rear",
] as const;
export type Sort = (typeof SORTS)[number];

/** Holds what holds something: counted, so that the same number goes back. */
export const fastenerSchema = z
  .strictObject({
    is: z.enum(["screw", "nut", "bolt", "clip", "hook", "tab", "pin", "tie"]).describe("What it is."),
    count: z.number().int().min(1).max(60).describe("How many of them."),
    head: z.string().max(40).optional().describe("Head and size of its driver: hex 8, cross 2, Torx T20."),
    lengthMm: positive.max(400).optional().describe("Length of its shank, mm."),
    thread: z.string().max(40).optional().describe("Sheet metal, machine M4, plastic."),
    finish: z.string().max(60).optional().describe("Washer, coating or colour by which it is known."),
    where: z.string().max(80).optional().describe("Where it sits."),
    stays: z.boolean().default(false).describe("It stays on what comes off, or on the machine: nothing of it is put in a cup."),
  })
  .describe("Fasteners of one kind.");
export type Fastener = z.infer<typeof fastenerSchema>;

/** Holds what can hurt, break or get lost on the way. */
const MIND = ["sharp", "spring", "tabs", "felt", "weight", "two-people", "falls", "glass", "water", "angle", "duct"] as const;

const way = z
  .strictObject({
    needs: z.array(id).max(40).describe("What must be off before."),
    minutes: z.number().min(0).max(600).default(0).describe("Extra time for this access route, minutes (estimate)."),
    because: z.string().max(120).optional().describe("Why these must be off before: “its screws are under the top”."),
    says: z.string().max(120).optional().describe("How, where there is more than one: “lying down, with an angle driver”."),
  })
  .describe("One way to it.");

/** Something that comes off so that what lies behind it can be reached. */
export const panel = z
  .strictObject({
    id: id.describe("Name by which parts speak of it."),
    name: z.string().describe("Its name in the trade."),
    sort: z.enum(SORTS).default("cover").describe("What it is, by its looks."),
    minutesOff: positive.describe("Minutes to take it off (estimate)."),
    minutesOn: positive.describe("Minutes to put it back (estimate)."),
    tools: z.array(z.string()).describe("Tools that it needs."),
    held: z.string().describe("What holds it and where, as the maker's sheet says it."),
    fasteners: z.array(fastenerSchema).max(20).default([]).describe("What holds it, counted."),
    how: z.array(z.string().max(160)).max(8).default([]).describe("How it comes off, step by step."),
    mind: z
      .array(
        z
          .strictObject({
            is: z.enum(MIND).describe("What sort of trouble."),
            says: z.string().max(160).describe("What to mind, as an order."),
          })
          .describe("A caution."),
      )
      .max(6)
      .default([])
      .describe("What can hurt, break or get lost."),
    back: z.array(z.string().max(160)).max(6).default([]).describe("What to see to when it goes back."),
    plugs: z
      .array(
        z
          .strictObject({
            id: z
              .string()
              .regex(/^[A-Z][A-Z0-9]{0,5}$/)
              .describe("What is written on it: J3."),
            name: z.string().max(60).describe("What it is for."),
            parts: z.array(id).min(1).max(12).describe("The parts whose wires it holds."),
          })
          .describe("A plug."),
      )
      .max(6)
      .default([])
      .describe("Plugs that are pulled before it comes off."),
    ways: z.array(way).min(1).max(8).describe("How it can come off: what must be off before. Any one of these does."),
  })
  .describe("Something that comes off so that what lies behind it can be reached.");

/** Somewhere inside that can be reached by more than one way. */
export const place = z
  .strictObject({
    id: id.describe("Name by which parts speak of it."),
    name: z.string().describe("Where it is, in words."),
    ways: z.array(way).min(1).max(8).describe("How it is reached. Any one of these does."),
  })
  .describe("A place inside the machine that is reached by more than one way.");

/** Colours of wires with their letters (IEC 60757). */
export const COLOURS = {
  BK: "black",
  BN: "brown",
  RD: "red",
  OG: "orange",
  YE: "yellow",
  GN: "green",
  BU: "blue",
  VT: "violet",
  GY: "grey",
  WH: "white",
  PK: "pink",
  GNYE: "green and yellow",
} as const;
export const COLOUR_LETTERS = ["BK", "BN", "RD", "OG", "YE", "GN", "BU", "VT", "GY", "WH", "PK", "GNYE"] as const;
export type ColourLetters = (typeof COLOUR_LETTERS)[number];

export const CONNECTORS = ["push-on", "ring", "plug", "screw", "wire-nut", "solder"] as const;

/** A terminal by its part and number. */
export const terminal = z.string().regex(/^[a-z][a-z0-9-]*\.\d$/, "a part's terminal, such as element.1");

export const lead = z
  .strictObject({
    at: terminal.describe("The terminal that it is on."),
    mark: z.string().max(12).describe("What is written at the terminal."),
    colour: z.enum(COLOUR_LETTERS).describe("Colour of its wire (IEC 60757)."),
    connector: z.enum(CONNECTORS).describe("How it is held."),
  })
  .describe("The end of a wire on a terminal.");
export type Lead = z.infer<typeof lead>;

const STEP_KINDS = ["compare", "carry", "place", "clear", "turn", "tight", "spare", "reading", "after"] as const;

export const exchange = z
  .strictObject({
    id: id.describe("Its name."),
    of: id.describe("The assembly or part that it belongs to."),
    name: z.string().max(60).describe("What is exchanged."),
    steps: z
      .array(
        z
          .strictObject({
            id: id.describe("Its name."),
            is: z.enum(STEP_KINDS).describe("What it is about."),
            says: z.string().max(200).describe("What to do, as an order."),
          })
          .describe("One thing to see to."),
      )
      .min(1)
      .max(14)
      .describe("What to see to, in order."),
  })
  .describe("What the exchange of one assembly wants.");
export type Exchange = z.infer<typeof exchange>;

const wheel = (says: string) =>
  z
    .strictObject({
      x: z.number().describe("Across, mm, from the middle of the drum to the right, seen from where the technician works."),
      y: z.number().describe("Up, mm, from the middle of the drum."),
      radius: positive.describe("mm."),
    })
    .describe(says);

export const routing = z
  .strictObject({
    seenFrom: z.enum(["front", "rear"]).describe("From where it is drawn."),
    drum: positive.describe("Radius of the drum, mm."),
    idler: wheel("The idler."),
    motor: wheel("The motor's pulley."),
    ribs: z.enum(["drum", "outside"]).describe("The side of the belt with ribs lies on the drum and the motor's pulley, or is outside."),
    says: z.array(z.string().max(160)).min(1).max(8).describe("How it runs, and what to look at, in order."),
  })
  .describe("How the belt runs.");
export type Routing = z.infer<typeof routing>;
