import { CHECK_KINDS, type OpenCheck } from "./checks/index";
import type { PlugOwed } from "./closing/plug-owed";
import type { ProofRow } from "./closing/proven";

/** Something that must be done before the job can be closed, as facts. */
export type Blocker =
  | { readonly code: "machine" }
  | { readonly code: "complaint" }
  | { readonly code: "panel"; readonly panel: string }
  /** Something that the file does not have is off, and nobody said that it stays so. */
  | { readonly code: "own-off"; readonly name: string }
  /** All wires of a part, or a plug, are off. */
  | { readonly code: "wires-off"; readonly of: string }
  /** A wire's end is off its terminal, or was found burnt and is not renewed, only crimped perhaps. */
  | { readonly code: "lead"; readonly at: string; readonly because: "off" | "burnt" | "crimped" }
  /** Fasteners were left over or missing, and it is not told why. */
  | { readonly code: "count"; readonly of: string; readonly over: number; readonly short: number }
  | PlugOwed
  /** Not run, run and found wanting, run and not looked at nor told why, or contradicted by what was seen since. */
  | { readonly code: "proof"; readonly run: "none" | "failed" | "unseen" | "contradicted" }
  /** Rows of the proof that nobody saw: it can be closed with them as reservations, named. */
  | { readonly code: "reservations"; readonly rows: readonly ProofRow[] }
  | OpenCheck;

const CHECKS: readonly string[] = CHECK_KINDS.map((d) => d.code);
export const isOpenCheck = (b: Blocker): b is OpenCheck => CHECKS.includes(b.code);
