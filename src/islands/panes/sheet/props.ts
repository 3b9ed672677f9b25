import type { ReactNode } from "react";
import type { Machine } from "../../../core/model/machine/format";
import type { ControlPositions } from "../../../core/model/machine/run/condition";
import type { Mark } from "../../../core/reason/diagnosis/marks";
import type { Evidence, Fitted } from "../../../core/record/job/state";

/** Holds what is marked onto the drawing, and what is done with it. */
export interface SheetProps {
  readonly machine: Machine;
  readonly power: "unknown" | "dead" | "live";
  readonly evidence: readonly Evidence[];
  readonly fitted: readonly Fitted[];
  readonly marks: Readonly<Record<string, Mark>>;
  readonly controls: ControlPositions;
  readonly probes: readonly string[];
  readonly chosen: string | undefined;
  /** Says how the current of a reading got there, to be marked on the parts that it passed. */
  readonly way: { readonly parts: readonly string[]; readonly says: string } | undefined;
  /** Holds what stands in its head instead of its name, where the bench says what it is. */
  readonly lead?: ReactNode;
  /** Why it is not this machine's own sheet, where it is another's. */
  readonly not: string | undefined;
  readonly onPart: (part: string) => void;
  readonly onPoint: (net: string) => void;
}
