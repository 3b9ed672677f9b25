import { z } from "zod";
import type { Machine } from "../../../model/machine/format";
import { capital } from "../../../model/naming/text";
import { NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import { CODE } from "../../../model/sights/shares";
import { type Answer, UNTOLD } from "../../../model/sights/sights";
import {
  answerLikelihood,
  answerSchema,
  anyPower,
  byBehaviour,
  defineFinding,
  errorRateOf,
  findingFields,
  noSigma,
  touchesNothing,
} from "../definition";

const NO_CODE = "none";
export const codeErrorRate = 0.02;

const schema = findingFields(
  "code",
  "The fault code that the display shows.",
  z.strictObject({ on: z.literal("display") }),
  answerSchema,
).superRefine(({ result }, context) => {
  // The codes are the machine's own: which they are, the border can't know.
  if (result.value === NO_CODE || result.value === UNTOLD || /^[A-Z0-9-]{1,6}$/.test(result.value)) return;
  context.addIssue({
    code: "custom",
    path: ["result", "value"],
    message: `“${result.value}” is not a code. Enter one such as F3, or none`,
  });
});

/** Words of the question, like those of a sight. */
export const CODE_ASKED = {
  id: CODE,
  name: "Fault code",
  question: "Does it show a fault code?",
  how: "Try to run it for some minutes, then read the display.",
  minutes: 5,
} as const;

/** The codes that a machine can show, none first. */
export const codeAnswers = (machine: Machine): Answer[] => [
  { value: NO_CODE, says: "no code" },
  ...machine.parts.flatMap((p) => (p.kind === "board" ? p.codes.map((c) => ({ value: c.code, says: `code ${c.code}: ${c.says}` })) : [])),
];

export const code = defineFinding({
  kind: "code",
  schema,
  unknownName: () => undefined,
  power: anyPower,
  touches: touchesNothing,
  asks: (_, machine) => ({ answers: codeAnswers(machine).map((a) => a.value) }),
  predict: (_, list, predictor) =>
    byBehaviour(list, predictor, (faults): Prediction => {
      const shares = predictor.sightShares(faults, true)[CODE];
      return shares ? { is: "answer", shares } : NOT_TO_BE_HAD;
    }),
  likelihood: ({ result }, prediction, { machine, witness }) =>
    prediction.is !== "answer" || result.value === UNTOLD
      ? 1
      : answerLikelihood(prediction.shares, result.value, codeAnswers(machine).length, errorRateOf(codeErrorRate, witness)),
  sigma: noSigma,
  says: ({ result }, machine) => {
    if (result.value === UNTOLD) return `${CODE_ASKED.name}: can't tell`;
    return capital(codeAnswers(machine).find((a) => a.value === result.value)?.says ?? `code ${result.value}`);
  },
});

export const codeFinding = (value: string): z.infer<typeof schema> => ({
  kind: "code",
  place: { on: "display" },
  result: { is: "answer", value },
  circumstances: {},
});
