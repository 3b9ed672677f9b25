import { answers } from "../../finding/finding";
import { readsHealthy } from "../../finding/healthy";
import type { Blocker } from "../../job/blocker";
import type { Job } from "../../job/fold";
import { assemblyIdOf } from "../../machine/assembly";
import { partOf } from "../../machine/format";
import type { TestAction } from "../../planning/tests";
import type { Move, Situation } from "../situation";
import { LIVE, reach, touchedBy } from "./moves";

/** What looks into a cause: the air, the part to the cabinet or across, the part itself (a thermostat is warmed); what is found bad is put right. */
export function examine(situation: Situation, check: Blocker): Move {
  if (check.code !== "cause" && check.code !== "vent") return { kind: "leak-test" };
  const { job, suspects, catalogue } = situation;
  const by = check.code === "vent" ? "air" : check.by;
  const part = partOf(suspects.predictor.machine, check.code === "vent" ? check.part : check.cause.part);
  const id = { air: "airflow", cabinet: `cabinet ${part.id}`, across: `part ${part.id}.1.2`, look: `look ${part.id}` }[by];
  const test = catalogue.tests.find((t) => t.id === id);
  const bad = by === "air" ? airIsWeak(job) : looksBad(job, part.id);
  if (bad || !test || readBadTwice(situation, test)) {
    const before = part.panel === null ? undefined : reach(situation, [part.panel], [part.id]);
    return before ?? { kind: "fit", assembly: assemblyIdOf(part) };
  }
  const before = test.needs === "dead" ? reach(situation, test.panels, touchedBy(test)) : job.safety.power === "dead" ? LIVE : undefined;
  return before ?? { kind: "test", test };
}

const sinceRepair = ({ evidence, fitted }: Job) => evidence.filter((e) => e.fitted.length === fitted.length);

/** Weak air in the proof is felt once more before the vent is cleared for it. */
function airIsWeak(job: Job): boolean {
  if (!job.blockers.some((b) => b.code === "vent")) return false;
  const felt = sinceRepair(job).filter(({ finding: f }) => f.kind === "sight" && f.place.sight === "airflow");
  return felt.length > 1 || job.safety.power !== "live";
}

function looksBad(job: Job, part: string): boolean {
  const last = sinceRepair(job).findLast(({ finding: f }) => f.kind === "look" && f.place.part === part);
  return last?.finding.kind === "look" && last.finding.result.value === "bad";
}

/** A reading that is bad twice is believed. */
const readBadTwice = ({ job, suspects }: Situation, { question }: TestAction): boolean =>
  question.kind === "ohms" &&
  sinceRepair(job).filter(({ finding }) => answers(finding, question) && !readsHealthy(suspects.predictor, finding)).length > 1;
