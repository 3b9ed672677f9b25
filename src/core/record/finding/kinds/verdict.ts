import { z } from "zod";
import { type Fault, isJoint } from "../../../model/machine/fault";
import { maybePartOf } from "../../../model/machine/format";
import { UNTOLD } from "../../../model/sights/sights";
import { answerSchema, anyPower, defineFinding, findingFields, noSigma, ref } from "../definition";
import { isLookAnswer, LOOK_ANSWERS } from "./look";

const schema = findingFields(
  "verdict",
  "What somebody says of a part without a number: good or bad, as tested; or that it leaks to the cabinet.",
  z.strictObject({
    part: ref.describe("The part."),
    to: z.literal("cabinet").optional().describe("Its insulation to the cabinet is meant, not the part itself."),
  }),
  answerSchema,
).superRefine(isLookAnswer("verdict"));

/** Chance that a verdict is wrong, its reading not being told (est.). */
const VERDICT_SLIP = 0.05;
/** Modes in which a part leaks to the cabinet. */
const LEAKS: readonly string[] = ["grounded", "wet"];

export const verdict = defineFinding({
  kind: "verdict",
  schema,
  unknownName: ({ place }, machine) => (maybePartOf(machine, place.part) ? undefined : place.part),
  power: anyPower,
  touches: ({ place }) => [`${place.part}.1`],
  asks: () => ({ answers: LOOK_ANSWERS }),
  predict: ({ place }, list) =>
    list.map((faults) => {
      const bad = faults.some((f) => isMeant(f, place)) ? 1 - VERDICT_SLIP : VERDICT_SLIP;
      return { is: "answer", shares: { good: 1 - bad, bad } };
    }),
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }, machine) => {
    const name = maybePartOf(machine, place.part)?.name ?? place.part;
    if (result.value === UNTOLD) return `${name}: can't tell whether it is good`;
    if (place.to === undefined) return `${name} is ${result.value}`;
    return result.value === "bad" ? `${name} is grounded: it leaks to the cabinet` : `${name} does not leak to the cabinet`;
  },
});

const isMeant = (fault: Fault, { part, to }: z.infer<typeof schema>["place"]): boolean =>
  fault.part === part && !isJoint(fault) && (to === undefined || LEAKS.includes(fault.mode));
