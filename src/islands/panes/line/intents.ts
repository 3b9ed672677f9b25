import { noteOf } from "../../../core/record/job/read-note";
import type { Understanding } from "../../../core/speech/understand";
import type { Intent } from "../../store/intent";

/** Gives what Enter does. Whatever is not understood, is unclear or is forbidden now is kept as a note. */
export function intentsFor(understood: Understanding, line: string): readonly Intent[] {
  switch (understood.is) {
    case "entries":
      return [{ do: "record", drafts: understood.drafts }];
    case "command":
      return [understood.command === "undo" ? { do: "take-back" } : { do: "go", bench: "prove" }];
    case "question":
      return [{ do: "answer", asked: understood.asked }];
    case "blocked":
      // A closing that is refused says what it waits for; there is nothing in it to be kept.
      return understood.reading.drafts.some((d) => d.kind === "closed") ? [] : [{ do: "record", drafts: [noteOf(line, true)] }];
    case "unclear":
      return [{ do: "record", drafts: [noteOf(line, true)] }];
    case "note":
      return [{ do: "record", drafts: [noteOf(line, understood.readings.length > 0)] }];
  }
}

/** Nothing is left to be said: Tab goes on to the next field. */
export const isWhole = (understood: Understanding | undefined): boolean =>
  understood !== undefined && understood.is !== "note" && understood.is !== "unclear";

/** Tells how the line is shown. */
export function stateOf(understood: Understanding | undefined): string {
  if (!understood) return "empty";
  if (understood.is === "entries") return understood.warns === undefined ? "ok" : "warns";
  return understood.is === "command" || understood.is === "question" ? "ok" : "kept";
}

/** Gives what is said beside the line before Enter. */
export function noteSays(understood: Understanding | undefined): string {
  if (!understood) return "";
  switch (understood.is) {
    case "entries":
      return `✓ ${understood.says}${understood.warns === undefined ? "" : ` ⚠ ${understood.warns}`}`;
    case "command":
    case "question":
      return `✓ ${understood.says}`;
    case "blocked":
      return understood.reading.drafts.some((d) => d.kind === "closed") ? understood.says : `○ Not now: ${understood.says}`;
    case "unclear":
      return "○ Enter saves it as a note. Yennic will ask again.";
    case "note":
      return "○ Enter saves it as a note";
  }
}
