import { z } from "zod";
import type { ControlPositions } from "../../model/machine/run/condition";
import { type WiringEdit, wiringEditSchema } from "../../model/machine/wiring";

const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");
const celsius = z.number().min(-60).max(1500);

/** In what state of the machine and of the world something was found. What is left out was as it normally is, or nobody said. */
export const circumstancesSchema = z
  .strictObject({
    power: z.enum(["dead", "live", "unknown"]).optional().describe("What was known of the power."),
    cord: z
      .enum(["in", "out"])
      .optional()
      .describe("Whether the machine was plugged in while volts were read: left out, it was, except where the outlet itself was measured."),
    controls: z
      .record(z.string().max(40), z.string().max(40))
      .optional()
      .describe("Positions of controls that were said; of the others nothing is known."),
    secondsIntoRun: z.number().min(0).max(36_000).optional().describe("Seconds after the start at which it was seen."),
    lastedSeconds: z.number().min(0).max(36_000).optional().describe("How long it lasted, seconds, where somebody took the time."),
    partHot: z.literal(true).optional().describe("The part was hot; nobody said how hot."),
    wiring: z.array(wiringEditSchema).max(40).optional().describe("How the wires differed from the sheet."),
    panelsOff: z.array(ref).max(40).optional().describe("Panels that were off."),
    ambientC: celsius.optional().describe("The room's temperature, °C."),
    partC: celsius.optional().describe("The part's own temperature, °C, where it matters: a thermistor."),
    testVolts: z
      .number()
      .min(50)
      .max(1000)
      .optional()
      .describe("Volts of an insulation tester with which resistance was read; left out: an ohm-meter’s own few volts."),
    supply: z.number().min(0).max(1000).optional().describe("Volts at the outlet, as measured then."),
  })
  .describe("The circumstances in which it was found.");
export type Circumstances = z.infer<typeof circumstancesSchema>;

export const wiringIn = (c: Circumstances): readonly WiringEdit[] => c.wiring ?? [];
export const controlsIn = (c: Circumstances): ControlPositions => c.controls ?? {};

/** 1 σ of a room of which nobody said how warm it is, K (est.). */
export const ROOM_SIGMA_K = 7;
/** And of one that was said: what is in a machine is not quite at it. */
export const SAID_SIGMA_K = 1.5;
