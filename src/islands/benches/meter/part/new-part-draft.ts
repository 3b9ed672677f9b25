import type { PartState } from "../../../../core/reason/judging/part-states";
import type { Draft } from "../../../../core/record/job/kinds/index";

/** A reading of a new part on the bench, as warm as the old one beside it where that is known. `undefined` where none is read so. */
export function newPartDraft({ question, onBench }: PartState, value: number, besideC: number | undefined): Draft | undefined {
  if (question.kind !== "ohms" || !onBench) return undefined;
  const { partHot, controls } = question.circumstances;
  return {
    kind: "new-part",
    body: {
      place: question.place,
      result: value === Infinity ? { is: "OL" } : { is: "value", value, unit: "ohm" },
      ...(partHot && { partHot }),
      ...(!partHot && besideC !== undefined && { partC: besideC }),
      ...(controls && { controls }),
    },
  };
}
