import { Predictor } from "../diagnosis/predict";
import { type Bench, benchOf, rank } from "../diagnosis/rank";
import type { Job } from "../job/fold";
import type { Machine } from "../machine/schema";
import { TestCatalogue } from "../planning/next";
import { type Outcome, Play, type Strategy } from "./play";
import { fixedOrder, planner, usualPart } from "./strategies";
import { World } from "./world";

export const STRATEGIES: Record<string, () => Strategy> = { planner, "fixed-order": fixedOrder, "usual-part": usualPart };

/** One machine set up for many rehearsed jobs. */
export class Rehearsal {
  private readonly bench: Bench;
  private readonly catalogue: TestCatalogue;

  constructor(private readonly machine: Machine) {
    this.bench = benchOf(new Predictor(machine));
    this.catalogue = new TestCatalogue(this.bench);
  }

  /** Plays the job of one seed with one strategy. The same seed is the same machine, fault and complaint for every strategy. */
  play(seed: number, strategy: string, fault?: string): Outcome {
    const make = STRATEGIES[strategy];
    if (!make) throw new RangeError(`“${strategy}” is not a strategy; expected ${Object.keys(STRATEGIES).join(", ")}`);
    const world = new World(this.machine, this.bench.hypotheses, seed, fault);
    const call = (job: Job): Outcome["calls"][number] => {
      const { suspects } = rank(this.bench, job.evidence);
      const leader = suspects[0];
      return {
        share: leader?.probability ?? 0,
        right: leader?.hypothesis.suspect === world.hidden.suspect,
        leader: leader?.hypothesis.suspect ?? "",
      };
    };
    return new Play(world, this.bench, this.catalogue).run(make(), strategy, seed, call);
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
