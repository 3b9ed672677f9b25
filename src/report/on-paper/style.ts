import { BAD, GOOD, SUSPECT } from "../paper";

/** Points from the left at which a section's words begin, beside its name. */
export const INDENT = 92;
export const SIGNS = { pass: "✓", fail: "✗", "cant-tell": "?" } as const;
export const COLOURS = { pass: GOOD, fail: BAD, "cant-tell": SUSPECT } as const;
