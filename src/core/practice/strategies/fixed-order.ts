import { assemblyIdOf, jointId } from "../../model/machine/assembly";
import { partOf } from "../../model/machine/format";
import type { SightId } from "../../model/sights/sights";
import type { TestAction } from "../../reason/planning/tests/tests";
import { readsHealthy } from "../../record/finding/limits/assess";
import { dangerOfRunning } from "../../record/job/checks/index";
import { acrossWithWires, branchInOrder } from "./branch";
import { examine } from "./examine";
import { fitOrReach, LIVE, lastSight, reach, touchedBy } from "./moves";
import type { Move, Situation, Strategy } from "./situation";
import { unclearAssemblies } from "./unclear";
import { wrapUp } from "./wrap-up";

/** Holds what is watched before anything is opened; the code and the display only on machines that have them. */
const WATCHED: readonly (SightId | "code")[] = ["starts", "warm", "display", "code"];

/**
 * The fixed order: watch it, look at supply and setting, feel the air, make it safe; then every part of the branch in
 * question (motor branch when it does not turn, heat branch when it does), panel by panel from the supply down, each with
 * its wires off. What reads wrong twice is fitted and proven; when that was not it, the order goes on. A fault code is
 * believed first. When every part reads as it should, the same places are read with the wires on, for a bad joint; then what
 * cold ohms can't clear is fitted, the most often failing first, every joint of the branch is remade, then the rest.
 */
export function fixedOrder(): Strategy {
  const order = new FixedOrder();
  return (situation) => order.next(situation);
}

class FixedOrder {
  /** Tests to make; `undefined` until the machine was watched. */
  private queue: TestAction[] | undefined;
  private branch: readonly TestAction[] = [];
  /** The test that was made last and is not judged yet, and the one that is made a second time. */
  private pending: TestAction | undefined;
  private again: TestAction | undefined;
  private wiresOn = false;
  private fitting: string | undefined;
  private repaired = false;
  private lastResort: string[] | undefined;
  private remakesJoints = false;

  next(situation: Situation): Move {
    if (this.fitting !== undefined) return this.fit(situation, this.fitting);
    const end = this.repaired ? wrapUp(situation) : undefined;
    if (end) return end;
    this.repaired = false;
    const watch = this.queue ? undefined : nextWatched(situation);
    if (watch) return watch;
    this.queue ??= this.begin(situation);
    return this.nextTest(situation, this.queue) ?? this.whenAllReadsGood(situation);
  }

  private begin(situation: Situation): TestAction[] {
    const queue = branchInOrder(situation);
    this.branch = queue.filter((t) => t.id.startsWith("part "));
    return queue;
  }

  private fit(situation: Situation, assembly: string): Move {
    const move = fitOrReach(situation, assembly);
    if (move.kind === "fit") {
      this.fitting = undefined;
      this.repaired = !this.remakesJoints;
    }
    return move;
  }

  /** The next test of the queue, or what is fitted for the one before. */
  private nextTest(situation: Situation, queue: TestAction[]): Move | undefined {
    for (let test = queue[0]; test; test = queue[0]) {
      if (this.pending !== test) return this.make(situation, test);
      this.pending = undefined;
      const bad = isBad(situation, test);
      // Whatever reads bad is read once more before a part is fitted for it.
      if (bad && test.question.kind === "ohms" && this.again !== test) {
        this.again = test;
        continue;
      }
      queue.shift();
      if (bad && test.part !== undefined) {
        this.fitting = this.wiresOn ? jointId(test.part) : assemblyOf(situation, test.part);
        return this.next(situation);
      }
    }
    return undefined;
  }

  private make(situation: Situation, test: TestAction): Move {
    const isDead = situation.job.safety.power === "dead";
    if (test.needs === "running") {
      const danger = dangerOfRunning(situation.suspects.predictor.machine, situation.job);
      if (danger?.code === "insulation") return examine(situation, danger);
      if (danger) return this.skip(situation);
      if (isDead) return LIVE;
    }
    const before = test.needs === "dead" ? reach(situation, test.panels, touchedBy(test)) : undefined;
    if (before) return before;
    this.pending = test;
    return { kind: "test", test };
  }

  /** Whatever needs a run of a machine that may not be run is left out. */
  private skip(situation: Situation): Move {
    this.queue?.shift();
    return this.next(situation);
  }

  private whenAllReadsGood(situation: Situation): Move {
    if (!this.wiresOn) {
      this.wiresOn = true;
      this.queue = this.branch.flatMap((t) => acrossWithWires(situation, t.part ?? ""));
      return this.next(situation);
    }
    this.lastResort ??= this.allThatIsLeft(situation);
    const assembly = this.lastResort.shift();
    if (assembly === undefined) return { kind: "stop" };
    this.fitting = assembly;
    this.remakesJoints = isJointId(assembly) && isJointId(this.lastResort[0] ?? "");
    return this.next(situation);
  }

  private allThatIsLeft(situation: Situation): string[] {
    const parts = this.branch.flatMap((t) => t.part ?? []);
    const joints = parts.map(jointId);
    const assemblies = parts.map((p) => assemblyOf(situation, p));
    return [...new Set(["supply", ...unclearAssemblies(situation), ...joints, ...assemblies])];
  }
}

const isJointId = (id: string): boolean => id.startsWith(jointId(""));
const assemblyOf = ({ suspects }: Situation, part: string): string => assemblyIdOf(partOf(suspects.predictor.machine, part));

function nextWatched(situation: Situation): Move | undefined {
  const { catalogue, job, suspects } = situation;
  const danger = dangerOfRunning(suspects.predictor.machine, job);
  if (danger) return danger.code === "insulation" ? examine(situation, danger) : undefined;
  for (const id of WATCHED) {
    const test = catalogue.tests.find((t) => t.id === id);
    if (test && lastSight(job, id) === undefined) return { kind: "test", test };
  }
  return undefined;
}

const BAD_ANSWERS = ["bad", "no", "weak", "none"];

/** True where the last thing that was found, by this test, is bad. */
function isBad({ job, suspects }: Situation, { question }: TestAction): boolean {
  const finding = job.evidence.at(-1)?.finding;
  if (question.kind === "ohms") return !readsHealthy(suspects.predictor.machine, finding);
  return finding?.result.is === "answer" && BAD_ANSWERS.includes(finding.result.value);
}
