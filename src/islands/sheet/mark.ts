import type { Mark } from "../../core/diagnosis/marks";
import { percent } from "../../core/naming/text";

export const NO_MARK: Mark = { state: "unknown", share: 0 };

/** How a part stands, in words. */
export function markSays({ state, share }: Mark): string {
  switch (state) {
    case "good":
      return "proven good";
    case "suspect":
      return `suspect, ${percent(share)}`;
    case "bad":
      return `bad, ${percent(share)}`;
    case "unknown":
      return "not tested";
  }
}
