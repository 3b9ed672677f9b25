import type { Draft } from "../../../core/record/job/kinds/index";
import { WordsForm } from "../../../ui/WordsForm";

/** Something that no file has came off: what it is, and which way round it sits. */
export function OwnStepForm({ onKeep }: { readonly onKeep: (draft: Draft) => unknown }) {
  return (
    <WordsForm
      fields={{ name: { label: "What came off, in your words" }, note: { label: "Which way it faces", most: 200, optional: true } }}
      button="Mark removed"
      onKeep={({ name, note }) => onKeep({ kind: "own-step", body: { name, state: "off", ...(note && { note }) } })}
    />
  );
}
