import { assemblyIdOf } from "../../model/machine/assembly";
import { type Machine, type Part, partOf } from "../../model/machine/format";
import { kindOf } from "../../model/machine/parts/index";
import { minutesOfQuestion, needsDead, panelsOfQuestion } from "../../reason/planning/tests/reach-of-question";
import { answers, type Question } from "../../record/finding/finding";
import { partToCabinet } from "../../record/finding/insulation";
import { readsHealthy } from "../../record/finding/limits/assess";
import { type CheckOf, type OpenCheck, questionOfCheck, timeOfCheck } from "../../record/job/checks/index";
import type { Job } from "../../record/job/fold";
import { assembliesFitted } from "../../record/job/state";
import { fitOrReach, LIVE, reach, touched } from "./moves";
import type { Move, Situation } from "./situation";

/** Makes a check; what is found bad twice is put right. */
export function examine(situation: Situation, check: OpenCheck): Move {
  const { machine } = situation.suspects.predictor;
  const question = questionOfCheck(machine, check);
  if (isBad(situation, check, question)) {
    const assembly = remedyFor(situation, check);
    return assembly === undefined ? { kind: "stop" } : fitOrReach(situation, assembly);
  }
  const before = needsDead(machine, question)
    ? reach(situation, panelsOfQuestion(machine, question), touched(question))
    : timeOfCheck(machine, check) === "run" && situation.job.safety.power === "dead"
      ? LIVE
      : undefined;
  return before ?? { kind: "ask", question, minutes: minutesOfQuestion(machine, question) };
}

const sinceRepair = ({ evidence, fitted }: Job) => evidence.filter((e) => e.fitted.length === fitted.length);

/** Found bad more than once since the last repair; the air also when it can't be felt again now. */
function isBad({ job, suspects }: Situation, check: OpenCheck, question: Question): boolean {
  const found = sinceRepair(job).filter((e) => e.source === "technician" && answers(e.finding, question));
  if (question.kind === "sight" && question.place.sight === "airflow")
    return check.code === "vent" && (found.length > 1 || job.safety.power !== "live");
  const bad = found.filter(({ finding: f }) =>
    f.kind === "look" ? f.result.value === "bad" : !readsHealthy(suspects.predictor.machine, f),
  );
  return bad.length > 1;
}

/** Gives what is put right for a check that stays bad; `undefined`: nothing is left that could be. */
function remedyFor({ job, suspects }: Situation, check: OpenCheck): string | undefined {
  const { machine } = suspects.predictor;
  switch (check.code) {
    case "cause":
      return assemblyIdOf(partOf(machine, check.cause.part));
    case "guard":
    case "vent":
      return assemblyIdOf(partOf(machine, check.part));
    case "to-cabinet":
    case "insulation":
      return leakingAssembly(machine, job, check);
    case "leak":
    case "polarity":
    case "earth":
    case "door":
    case "runaway":
      return undefined;
  }
}

/** The part that was measured, else the one that most often leaks to the cabinet and is not renewed yet. */
function leakingAssembly(machine: Machine, job: Job, check: CheckOf<"to-cabinet" | "insulation">): string | undefined {
  const measured = check.code === "to-cabinet" ? partToCabinet(machine, check.question) : undefined;
  const fitted = assembliesFitted(job);
  if (measured !== undefined && !fitted.includes(assemblyIdOf(partOf(machine, measured)))) return assemblyIdOf(partOf(machine, measured));
  const leaking = machine.parts
    .map((part) => ({ part, weight: leakWeight(part) }))
    .filter(({ part, weight }) => weight > 0 && !fitted.includes(assemblyIdOf(part)))
    .sort((a, b) => b.weight - a.weight);
  const worst = leaking[0]?.part;
  return worst && assemblyIdOf(worst);
}

const leakWeight = (part: Part): number =>
  part.faults.filter((f) => kindOf(part).modes[f.mode]?.leaks).reduce((sum, f) => sum + f.weight.value, 0);
