import type { Draft } from "./kinds/index";
import type { Note } from "./state";

/** A note that turned out to be more: the entries that it comes to stand for it, and its own words are struck. */
export const noteRead = (note: Note, drafts: readonly Draft[]): Draft[] => [
  ...drafts,
  { kind: "retract", body: { entry: note.entry, why: "Read as what follows from it" } },
];

/** A note that is to stay one: its words again, and nothing more is asked. */
export const noteLeft = ({ entry, words, about, by }: Note): Draft[] => [
  { kind: "note", body: { words, ...(about && { about }), ...(by && { by }) } },
  { kind: "retract", body: { entry, why: "Saved as a note" } },
];

/** The words of a line as a note. `open`: it was meant as more, and is asked about. */
export const noteOf = (line: string, open = false): Draft => ({
  kind: "note",
  body: { words: line.trim().slice(0, 2000), ...(open && { open: true as const }) },
});
