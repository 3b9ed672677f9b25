import type { Fault } from "../machine/fault";
import type { CauseCheck } from "../machine/parts/definition";

/** Something that must be done before the job can be closed, as facts. */
export type Blocker =
  | { readonly code: "machine" }
  | { readonly code: "complaint" }
  /** A gas joint was disturbed and no leak test is on record since. */
  | { readonly code: "leak" }
  /** A fuse blew and this cause of it is unexamined; `by` tells how it is looked into. */
  | { readonly code: "cause"; readonly fuse: string; readonly cause: Fault; readonly by: CauseCheck }
  /** The air was weak and the vent is not cleared. */
  | { readonly code: "vent"; readonly part: string }
  | { readonly code: "panel"; readonly panel: string }
  | { readonly code: "proof"; readonly run: "none" | "failed" };

/** Something about a part of the machine that waits to be looked into. */
export type OpenCheck = Extract<Blocker, { code: "cause" | "vent" | "leak" }>;
export const isOpenCheck = (b: Blocker): b is OpenCheck => b.code === "cause" || b.code === "vent" || b.code === "leak";
