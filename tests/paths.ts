import { resolve } from "node:path";

/** The checkout. */
// The command line is bundled elsewhere, and says where the checkout is.
export const ROOT = process.env.YENNIC_ROOT ?? resolve(import.meta.dirname, "..");
/** A file or folder of the answers that independent programs gave. */
export const oracle = (name: string): string => resolve(ROOT, "tests/oracles", name);
export const fixture = (name: string): string => resolve(ROOT, "tests/fixtures", name);
/** A machine file that ships. */
export const machineFile = (id: string): string => resolve(ROOT, `src/machines/${id}.machine.json`);
