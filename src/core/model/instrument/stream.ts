import { z } from "zod";
import { UNITS } from "../quantity/quantity";

/** Says how often a logging meter tells what it shows, per second. */
export const PER_SECOND = 10;

/** One reading of a meter that streams, numbered without a gap. */
export const streamedSchema = z.strictObject({
  seq: z.number().int().min(1),
  /** s since the leads were put there. */
  at: z.number().min(0),
  /** In the unit; null for OL. */
  value: z.number().nullable(),
  unit: z.enum(UNITS),
  /** The meter's last digit on this range, in the unit. */
  digit: z.number().positive(),
});
export type Streamed = z.infer<typeof streamedSchema>;
