import type { JobRow } from "../core/language/job-row";
import { MACHINES } from "../machines";

/** What a job is found by: place, customer, machine (its id and its names), serial number, the customer's words. */
export function searchedWords(row: Pick<JobRow, "place" | "customer" | "machine" | "serial" | "complaint">): readonly string[] {
  const machine = MACHINES.find((m) => m.id === row.machine);
  const names = machine ? `${machine.maker} ${machine.model}` : "";
  return [row.place, row.customer, `${row.machine ?? ""} ${names}`.trim(), row.serial ?? "", row.complaint ?? ""];
}

/** A person's words as a full-text query: every word must begin some word of the job. `undefined` when there is no word. */
export function matchOf(words: string): string | undefined {
  const found = words.normalize("NFC").match(/[\p{L}\p{N}]+/gu);
  return found
    ?.slice(0, 12)
    .map((w) => `"${w}"*`)
    .join(" ");
}
