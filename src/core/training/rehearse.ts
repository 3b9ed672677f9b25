import { rank } from "../diagnosis/rank";
import { SuspectSet } from "../diagnosis/suspect-set";
import type { Job } from "../job/fold";
import type { Machine } from "../machine/format";
import { TestCatalogue } from "../planning/catalogue";
import { Predictor } from "../prediction/predictor";
import { type Outcome, Play } from "./play";
import type { Strategy } from "./situation";
import { fixedOrder } from "./strategies/fixed-order";
import { planner } from "./strategies/planner";
import { usualPart } from "./strategies/usual-part";
import { World } from "./world";

export const STRATEGIES: Readonly<Record<string, () => Strategy>> = { planner, "fixed-order": fixedOrder, "usual-part": usualPart };

/** One machine set up for many rehearsed jobs. */
export class Rehearsal {
  private readonly suspects: SuspectSet;
  private readonly catalogue: TestCatalogue;

  constructor(private readonly machine: Machine) {
    this.suspects = new SuspectSet(new Predictor(machine));
    this.catalogue = new TestCatalogue(this.suspects);
  }

  /** Plays the job of one seed with one strategy. The same seed is the same machine, fault and complaint for every strategy. */
  play(seed: number, strategy: string, fault?: string): Outcome {
    const make = STRATEGIES[strategy];
    if (!make) throw new RangeError(`“${strategy}” is not a strategy; expected ${Object.keys(STRATEGIES).join(", ")}`);
    const world = new World(this.machine, this.suspects.hypotheses, seed, fault);
    const call = (job: Job): Outcome["calls"][number] => {
      const leader = rank(this.suspects, job.evidence).suspects[0];
      const suspect = leader?.hypothesis.suspect ?? "";
      return { share: leader?.probability ?? 0, right: suspect === world.hidden.suspect, leader: suspect };
    };
    return new Play(world, this.suspects, this.catalogue).run(make(), strategy, seed, call);
  }
}

export interface Summary {
  readonly strategy: string;
  readonly jobs: number;
  readonly found: number;
  readonly wrongPartsPerJob: number;
  readonly meanCost: number;
  readonly meanMinutes: number;
  readonly unsafe: number;
  /** Expected calibration error of the leader's share when the first part is fitted, ten bins. */
  readonly calibrationError: number;
  readonly reliability: readonly { readonly from: number; readonly jobs: number; readonly said: number; readonly was: number }[];
}

export function summarise(outcomes: readonly Outcome[]): Summary {
  const mean = (of: (o: Outcome) => number) => outcomes.reduce((sum, o) => sum + of(o), 0) / Math.max(1, outcomes.length);
  const calls = outcomes.flatMap((o) => o.calls);
  const bins = Array.from({ length: 10 }, (_, k) => {
    const inside = calls.filter((c) => Math.min(9, Math.floor(c.share * 10)) === k);
    const average = (of: (c: (typeof calls)[number]) => number) =>
      inside.length > 0 ? inside.reduce((sum, c) => sum + of(c), 0) / inside.length : 0;
    return { from: k / 10, jobs: inside.length, said: average((c) => c.share), was: average((c) => Number(c.right)) };
  });
  return {
    strategy: outcomes[0]?.strategy ?? "",
    jobs: outcomes.length,
    found: mean((o) => Number(o.found)),
    wrongPartsPerJob: mean((o) => o.wrongParts),
    meanCost: mean((o) => o.cost),
    meanMinutes: mean((o) => o.minutes),
    unsafe: outcomes.reduce((sum, o) => sum + o.unsafe, 0),
    calibrationError: bins.reduce((sum, b) => sum + (b.jobs / Math.max(1, calls.length)) * Math.abs(b.said - b.was), 0),
    reliability: bins.filter((b) => b.jobs > 0),
  };
}
