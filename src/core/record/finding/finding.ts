import { dequal } from "dequal";
import { z } from "zod";
import { item, real } from "../../model/array/at";
import type { Fault } from "../../model/machine/fault";
import type { Machine } from "../../model/machine/format";
import { registry } from "../../model/machine/registry";
import type { Prediction } from "../../model/prediction/prediction";
import type { Predictor } from "../../model/prediction/predictor";
import { controlsIn, wiringIn } from "./circumstances";
import type { FindingDefinition, Judged, QuestionOf, Witness } from "./definition";
import { airspeed } from "./kinds/airspeed";
import { airway } from "./kinds/airway";
import { amps } from "./kinds/amps";
import { capacitance } from "./kinds/capacitance";
import { code } from "./kinds/code";
import { flow } from "./kinds/flow";
import { input } from "./kinds/input";
import { look } from "./kinds/look";
import { ohms } from "./kinds/ohms";
import { pressure } from "./kinds/pressure";
import { series } from "./kinds/series";
import { setting } from "./kinds/setting";
import { sight } from "./kinds/sight";
import { spot } from "./kinds/spot";
import { temperature } from "./kinds/temperature";
import { verdict } from "./kinds/verdict";
import { volts } from "./kinds/volts";
import { samePoints } from "./probes";

/** Every kind of finding. A new kind is a file in kinds/ and a line here; the compiler then names where a rehearsed world has to answer it. */
export const FINDING_KINDS = [
  temperature,
  pressure,
  airspeed,
  flow,
  input,
  airway,
  code,
  sight,
  look,
  spot,
  verdict,
  setting,
  ohms,
  volts,
  amps,
  capacitance,
  series,
] as const;

type Definitions = (typeof FINDING_KINDS)[number];
export type Finding = z.infer<Definitions["schema"]>;
export type FindingKind = Finding["kind"];
export type FindingOf<K extends FindingKind> = Extract<Finding, { kind: K }>;
/** Holds what is to be found out: a finding without its result. */
export type Question = QuestionOf<Finding>;
export type QuestionOfKind<K extends FindingKind> = QuestionOf<FindingOf<K>>;

const schemas = FINDING_KINDS.map((d) => d.schema) as [Definitions["schema"], ...Definitions["schema"][]];
/** Holds what was seen, looked at, felt, read or logged: a place, a result, the circumstances. */
export const findingSchema = z
  .discriminatedUnion("kind", schemas as never)
  .describe("What was seen, looked at, felt, read or logged.") as unknown as z.ZodType<Finding, unknown>;

/** Gives what the program knows of a finding's kind, ready to be asked about that finding. */
export const findingKind: (of: { readonly kind: FindingKind }) => FindingDefinition<FindingKind, z.ZodType<Finding>> = registry(
  FINDING_KINDS,
  "kind",
);

export const findingSays = (finding: Finding, machine: Machine): string => findingKind(finding).says(finding, machine);

/**
 * P(finding | faults) for a list of faults, with people's and instruments' errors and what may have been answered instead by mistake.
 * 1 where the finding says nothing. `leadOhms` where the meter's leads are known.
 */
export function likelihoodsOf(
  predictor: Predictor,
  list: readonly (readonly Fault[])[],
  finding: Finding,
  witness: Witness,
  leadOhms?: number,
): Float64Array {
  const judged = { machine: predictor.machine, witness, ...(leadOhms !== undefined && { leadOhms }) };
  const likelihoods = likelihoodsAt(predictor, list, finding, finding, judged);
  const mistaken = findingKind(finding).mistakenFor?.(finding);
  if (!mistaken) return likelihoods;
  const other = likelihoodsAt(predictor, list, mistaken.question, finding, judged);
  for (let i = 0; i < likelihoods.length; i++)
    likelihoods[i] = (1 - mistaken.chance) * real(likelihoods, i) + mistaken.chance * real(other, i);
  return likelihoods;
}

function likelihoodsAt(
  predictor: Predictor,
  list: readonly (readonly Fault[])[],
  question: Question,
  finding: Finding,
  judged: Judged,
): Float64Array {
  const kind = findingKind(finding);
  const known = new Map<Prediction, number>();
  const predictions = kind.predict(question, list, predictor, judged.witness);
  const likelihoods = new Float64Array(predictions.length);
  for (let i = 0; i < likelihoods.length; i++) {
    const prediction = item(predictions, i);
    let likelihood = known.get(prediction);
    if (likelihood === undefined) {
      likelihood = kind.likelihood(finding, prediction, judged);
      known.set(prediction, likelihood);
    }
    likelihoods[i] = likelihood;
  }
  return likelihoods;
}

/** True where a finding answers this question: same kind, same place whichever probe is where, no control said to stand otherwise. */
export function answers(finding: Finding, question: Question): boolean {
  if (finding.kind !== question.kind) return false;
  const [a, b] = [finding.place, question.place];
  const same = "between" in a && "between" in b ? samePoints(a.between, b.between) : dequal(a, b);
  return same && controlsAgree(controlsIn(finding.circumstances), controlsIn(question.circumstances));
}

/** True where it answers this question in the same way: the same wires off, too. */
export const answersAlike = (finding: Finding, question: Question): boolean =>
  answers(finding, question) && dequal(wiringIn(finding.circumstances), wiringIn(question.circumstances));

const controlsAgree = (a: Readonly<Record<string, string>>, b: Readonly<Record<string, string>>): boolean =>
  Object.keys({ ...a, ...b }).every((k) => a[k] === undefined || b[k] === undefined || a[k] === b[k]);
