import type { FirstAnswers } from "../answers/first-answers";
import type { Journal } from "./journal";

/** Has worked out what the pages of the jobs that these entries are of will come with; nobody waits for it. */
export function prepareAnswers(answers: FirstAnswers, { folds }: Journal, entries: readonly unknown[]): void {
  for (const id of new Set(entries.flatMap(jobOf)))
    folds
      .of(id)
      .then(({ fold, row }) => row && answers.prepare(fold.job))
      .catch((error: unknown) => console.error(error));
}

function jobOf(entry: unknown): string[] {
  const stream = (entry as { stream?: { of?: unknown; id?: unknown } } | null)?.stream;
  return stream?.of === "job" && typeof stream.id === "string" ? [stream.id] : [];
}
