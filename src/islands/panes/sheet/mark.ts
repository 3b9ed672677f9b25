import { percent } from "../../../core/model/naming/text";
import type { Mark } from "../../../core/reason/diagnosis/marks";

export const NO_MARK: Mark = { state: "unknown", share: 0 };

export const isInQuestion = ({ state }: Mark): boolean => state === "suspect" || state === "bad";

/** Tells how a part stands, in words; good by a reading of its own, or by what was seen elsewhere. */
export function markSays({ state, share }: Mark, measured: boolean): string {
  switch (state) {
    case "good":
      return measured ? "tested good" : "inferred good";
    case "suspect":
      return `${percent(share)} suspect`;
    case "bad":
      return `${percent(share)} bad`;
    case "unknown":
      return "not tested";
  }
}
