import { wordsIn } from "../../core/speech/words/job-row";

const MOST_WORDS = 12;

/** A person's words as a full-text query: every word must begin some word of the job. `undefined` when there is no word. */
export function matchOf(said: string): string | undefined {
  const words = wordsIn(said).slice(0, MOST_WORDS);
  return words.length > 0 ? words.map((w) => `"${w}"*`).join(" ") : undefined;
}
