import type { Draft } from "../../../../core/job/kinds/index";
import type { PartState } from "../../../../core/judging/part-states";

/** A reading of a part in the machine, as an entry. Infinity for OL, which only ohms can be. */
export function readingDraft({ question }: PartState, value: number): Draft | undefined {
  if (question.kind === "ohms") {
    const result = value === Infinity ? ({ is: "OL" } as const) : ({ is: "value", value, unit: "ohm" } as const);
    return { kind: "finding", body: { ...question, result } };
  }
  if (value === Infinity) return undefined;
  if (question.kind === "amps") return { kind: "finding", body: { ...question, result: { is: "value", value, unit: "amp" } } };
  if (question.kind === "capacitance") return { kind: "finding", body: { ...question, result: { is: "value", value, unit: "farad" } } };
  return { kind: "finding", body: { ...question, result: { is: "value", value, unit: "volt" } } };
}

/** A reading of a new part on the bench. `undefined` where none is read so. */
export function newPartDraft({ question, onBench }: PartState, value: number): Draft | undefined {
  if (question.kind !== "ohms" || !onBench) return undefined;
  const { partHot, controls } = question.circumstances;
  return {
    kind: "new-part",
    body: {
      place: question.place,
      result: value === Infinity ? { is: "OL" } : { is: "value", value, unit: "ohm" },
      ...(partHot && { partHot }),
      ...(controls && { controls }),
    },
  };
}
