import { z } from "zod";

const pin = z.string().regex(/^[A-Z][A-Z0-9.]*$/, "a net name in capitals, such as PL1");

export const plugReadingSchema = z
  .strictObject({
    between: z.tuple([pin, pin]).describe("Nets of the two pins of the plug."),
    controls: z.record(z.string(), z.string()).describe("Positions of the controls."),
    ohms: z.number().nonnegative().max(1e9).nullable().describe("What the meter showed, Ω; null for OL."),
    of: z.number().int().min(1).max(20).optional().describe("How many readings the whole check takes; left out: read beside it."),
  })
  .describe(
    "A resistance at the plug, cord out, to see whether the wires that were touched are on the right terminals. It says nothing of the parts.",
  );

/** A reading at the plug, with its entry. */
export type PlugReadingTaken = z.infer<typeof plugReadingSchema> & { readonly entry: string };

interface Place {
  readonly between: readonly [string, string];
  readonly controls: Readonly<Record<string, string>>;
}

/** The same pins with the controls in the same positions. */
export const isSamePlace = (a: Place, b: Place): boolean =>
  a.between.every((p) => b.between.includes(p)) &&
  [...new Set([...Object.keys(a.controls), ...Object.keys(b.controls)])].every((c) => a.controls[c] === b.controls[c]);

/** Gives what was read there; `undefined`: nothing yet. */
export const readAt = (reads: readonly PlugReadingTaken[], place: Place): PlugReadingTaken | undefined =>
  reads.find((r) => isSamePlace(r, place));

/** The list on which the check is left out, or said to be made. */
export const PLUG_LIST = "plug";

const NONE: readonly PlugReadingTaken[] = [];

/** Readings taken before a wire was touched say nothing any more. */
export const noReads = (before: readonly PlugReadingTaken[]): readonly PlugReadingTaken[] => (before.length === 0 ? before : NONE);
