import { z } from "zod";
import { FaultSet } from "../../../model/machine/fault";
import { maybePartOf } from "../../../model/machine/format";
import { looksBad } from "../../../model/prediction/looks";
import { UNTOLD } from "../../../model/sights/sights";
import { answerSchema, anyPower, defineFinding, findingFields, noSigma, ref } from "../definition";

/** The answers to a look. */
export const LOOK_ANSWERS = ["good", "bad"] as const;

/** The answer is one of a look's, or can't be told; `what` is what it should be. */
export function isLookAnswer(what: string) {
  const allowed: readonly string[] = [...LOOK_ANSWERS, UNTOLD];
  return ({ result }: { readonly result: { readonly value: string } }, context: z.RefinementCtx): void => {
    if (allowed.includes(result.value)) return;
    context.addIssue({
      code: "custom",
      path: ["result", "value"],
      message: `“${result.value}” is not a valid ${what}; expected ${allowed.join(", ")}`,
    });
  };
}

const schema = findingFields(
  "look",
  "A part inspected by eye or hand.",
  z.strictObject({ part: ref.describe("The part that was looked at.") }),
  answerSchema,
).superRefine(isLookAnswer("answer to a look"));

/** Chance of taking a good part for bad, and of passing over what can be seen (est.). */
const LOOK_SLIP = 0.035;

export const look = defineFinding({
  kind: "look",
  schema,
  unknownName: ({ place }, machine) => (maybePartOf(machine, place.part) ? undefined : place.part),
  power: anyPower,
  touches: ({ place }) => [`${place.part}.1`],
  asks: () => ({ answers: LOOK_ANSWERS }),
  predict: ({ place }, list, { machine }) =>
    list.map((faults) => {
      const bad = LOOK_SLIP + (1 - 2 * LOOK_SLIP) * looksBad(machine, new FaultSet(faults), place.part);
      return { is: "answer", shares: { good: 1 - bad, bad } };
    }),
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }, machine) => {
    const name = maybePartOf(machine, place.part)?.name ?? place.part;
    return result.value === UNTOLD ? `${name}: can't tell how it looks` : `${name} looks ${result.value}`;
  },
});
