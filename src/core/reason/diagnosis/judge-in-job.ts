import { meterNamed } from "../../model/instrument/meter";
import type { Machine } from "../../model/machine/format";
import type { MeteredFinding } from "../../record/finding/metered";
import type { JobState } from "../../record/job/state";
import { type Judgement, judge } from "../judging/judge";
import { roomTemperature } from "./room";

/** A reading judged with what the job knows besides: the meter by its name, the room's temperature, the volts at the outlet. */
export function judgeInJob(machine: Machine, job: Pick<JobState, "evidence" | "meters">, finding: MeteredFinding): Judgement {
  const { circumstances } = finding;
  const ambientC = circumstances.ambientC ?? roomTemperature(job.evidence);
  const supply = circumstances.supply ?? supplyVolts(machine, job.evidence);
  const within = { ...circumstances, ...(ambientC !== undefined && { ambientC }), ...(supply !== undefined && { supply }) };
  return judge(machine, { ...finding, circumstances: within }, meterNamed(job.meters, finding.meter?.name));
}

/** V that feed the machine, as they were last measured at the outlet: between the legs, or from the one leg to neutral. */
function supplyVolts({ supply: { legs, neutral } }: Machine, evidence: JobState["evidence"]): number | undefined {
  const [a, b] = [legs[0]?.wall, legs[1]?.wall ?? neutral.wall];
  const last = evidence.findLast(({ finding: f }) => f.kind === "volts" && f.place.between.every((p) => p === a || p === b))?.finding;
  return last?.kind === "volts" && last.result.value > 0 ? last.result.value : undefined;
}
