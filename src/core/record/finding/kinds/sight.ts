import { z } from "zod";
import type { Fault } from "../../../model/machine/fault";
import { capital } from "../../../model/naming/text";
import { NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import type { Predictor } from "../../../model/prediction/predictor";
import { formatValue } from "../../../model/quantity/format";
import { SIGHT_IDS, type Sight, type SightId, sightOf, UNTOLD } from "../../../model/sights/sights";
import {
  answerLikelihood,
  answerSchema,
  anyPower,
  byBehaviour,
  defineFinding,
  errorRateOf,
  findingFields,
  normal,
  noSigma,
  touchesNothing,
  type Witness,
} from "../definition";

const schema = findingFields(
  "sight",
  "Something seen, heard or felt of the machine as a whole.",
  z.strictObject({ sight: z.enum(SIGHT_IDS).describe("What was looked or listened for.") }),
  answerSchema,
).superRefine(({ place, result }, context) => {
  const allowed = [...sightOf(place.sight).answers.map((a) => a.value), UNTOLD];
  if (allowed.includes(result.value)) return;
  const message = `“${result.value}” is not an answer to “${place.sight}”; expected ${allowed.join(", ")}`;
  context.addIssue({ code: "custom", path: ["result", "value"], message });
});
type SightFinding = z.infer<typeof schema>;

/** 1 σ of a time that somebody took (est.), s; and the range over which a slip of it is spread. */
const timeSigma = (seconds: number): number => Math.max(6, 0.25 * seconds);
const TIME_RANGE_S = 180;
const SLIP = 0.05;

export const sight = defineFinding({
  kind: "sight",
  schema,
  unknownName: () => undefined,
  power: anyPower,
  touches: touchesNothing,
  asks: ({ place }) => ({ answers: sightOf(place.sight).answers.map((a) => a.value) }),
  predict: ({ place, circumstances }, list, predictor, witness) => {
    const timed = circumstances.secondsIntoRun !== undefined;
    return byBehaviour(list, predictor, (faults) => predictSight(predictor, faults, sightOf(place.sight), witness, timed));
  },
  likelihood: ({ place, result, circumstances }, prediction, { witness }) => {
    if (prediction.is !== "answer" || result.value === UNTOLD) return 1;
    const { answers, errorRate } = sightOf(place.sight);
    const said = answerLikelihood(prediction.shares, result.value, answers.length, errorRateOf(errorRate, witness));
    const { secondsIntoRun: at } = circumstances;
    if (at === undefined || result.value !== "yes") return said;
    const slip = SLIP / TIME_RANGE_S;
    return said * (prediction.after === undefined ? slip : (1 - SLIP) * normal(at, prediction.after, timeSigma(prediction.after)) + slip);
  },
  sigma: noSigma,
  says: ({ place, result, circumstances }) => {
    const row = sightOf(place.sight);
    if (result.value === UNTOLD) return `${row.name}: can't tell`;
    const said = capital(row.answers.find((a) => a.value === result.value)?.says ?? `${place.sight} ${result.value}`);
    const { secondsIntoRun: after, lastedSeconds: lasted } = circumstances;
    return `${said}${after === undefined ? "" : ` after ${formatValue(after, "second")}`}${lasted === undefined ? "" : ` for ${formatValue(lasted, "second")}`}`;
  },
});

function predictSight(predictor: Predictor, faults: readonly Fault[], row: Sight, witness: Witness, timed: boolean): Prediction {
  if (witness === "customer" && row.id === "warm") return customerWarm(predictor, faults);
  const shares = predictor.sightShares(faults, row.long ?? false)[row.id];
  if (!shares) return NOT_TO_BE_HAD;
  const after = timed ? predictor.measures(faults).times[row.id] : undefined;
  return { is: "answer", shares, ...(after !== undefined && { after }) };
}

/** A customer who speaks of heat speaks of the whole cycle as often as of its start (est.): lost later is “no heat” too. */
function customerWarm(predictor: Predictor, faults: readonly Fault[]): Prediction {
  const early = predictor.sightShares(faults, false).warm?.yes ?? 0;
  const kept = early > 0.05 ? (predictor.sightShares(faults, true).keeps?.yes ?? 1) : 1;
  const yes = early * (0.5 + 0.5 * kept);
  return { is: "answer", shares: { yes, no: 1 - yes } };
}

export const sightFinding = (id: SightId, value: string, secondsIntoRun?: number): SightFinding => ({
  kind: "sight",
  place: { sight: id },
  result: { is: "answer", value },
  circumstances: secondsIntoRun === undefined ? {} : { secondsIntoRun },
});
