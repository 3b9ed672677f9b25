import { CHECK_KINDS, type OpenCheck } from "./checks/index";
import type { ProofRow } from "./proven";

/** Something that must be done before the job can be closed, as facts. */
export type Blocker =
  | { readonly code: "machine" }
  | { readonly code: "complaint" }
  | { readonly code: "panel"; readonly panel: string }
  /** Not run, run and found wanting, run and not looked at nor told why, or contradicted by what was seen since. */
  | { readonly code: "proof"; readonly run: "none" | "failed" | "unseen" | "contradicted" }
  /** Rows of the proof that nobody saw: it can be closed with them as reservations, named. */
  | { readonly code: "reservations"; readonly rows: readonly ProofRow[] }
  | OpenCheck;

const CHECKS: readonly string[] = CHECK_KINDS.map((d) => d.code);
export const isOpenCheck = (b: Blocker): b is OpenCheck => CHECKS.includes(b.code);
