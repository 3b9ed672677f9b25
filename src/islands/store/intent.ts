import type { ControlPositions } from "../../core/model/machine/run/condition";
import type { Draft } from "../../core/record/job/kinds/index";
import type { Stage } from "../../core/record/job/stages";
import type { Asked } from "../../core/speech/hear/meaning";

/** Holds what somebody wants done on a job's page. Everything that can happen there goes through one door. */
export type Intent =
  | { readonly do: "record"; readonly drafts: readonly Draft[] }
  /** Takes back what the last act made, or the entry that is named. */
  | { readonly do: "take-back"; readonly entry?: string }
  | { readonly do: "drop-refused"; readonly order: number }
  | { readonly do: "send-again"; readonly order: number }
  /** Puts words into the reading line and goes there; with the controls in which it is read. */
  | { readonly do: "type"; readonly text: string; readonly controls?: ControlPositions }
  | { readonly do: "edit-line"; readonly text: string }
  | { readonly do: "focus-line" }
  /** A question is answered over the line; `undefined`: the answer is put away. */
  | { readonly do: "answer"; readonly asked: Asked | undefined }
  | { readonly do: "choose-part"; readonly part: string }
  | { readonly do: "choose-point"; readonly net: string }
  | { readonly do: "unchoose" }
  /** Holds what is to be reached, by parts; none: what the proposal is about. */
  | { readonly do: "reach"; readonly parts: readonly string[] }
  /** By which of the ways to these parts. */
  | { readonly do: "take-way"; readonly way: string; readonly parts: readonly string[] }
  /** The reading whose way is shown on the sheet; `undefined`: none. */
  | { readonly do: "show-path"; readonly entry: string | undefined }
  | { readonly do: "go"; readonly bench: Stage };

/** Resolves when what is to be kept of it is saved. */
export type Dispatch = (intent: Intent) => Promise<void>;
