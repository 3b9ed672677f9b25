import type { Machine } from "../model/machine/format";
import { Predictor } from "../model/prediction/predictor";
import { SuspectSet } from "../reason/diagnosis/suspect-set";
import { TestCatalogue } from "../reason/planning/tests/catalogue";
import { NATURES, type WorldKind } from "./nature";
import { type Outcome, Play } from "./play";
import { fixedOrder } from "./strategies/fixed-order";
import { planner } from "./strategies/planner";
import type { Strategy } from "./strategies/situation";
import { usualPart } from "./strategies/usual-part";
import { World } from "./world";

export const STRATEGIES: Readonly<Record<string, () => Strategy>> = { planner, "fixed-order": fixedOrder, "usual-part": usualPart };

/** One machine set up for many rehearsed jobs. */
export class Rehearsal {
  private readonly suspects: SuspectSet;
  private readonly catalogue: TestCatalogue;

  /** `prepared`: its suspects and tests, where a table has them; else they are worked out. */
  constructor(
    private readonly machine: Machine,
    prepared?: { readonly suspects: SuspectSet; readonly catalogue: TestCatalogue },
  ) {
    this.suspects = prepared?.suspects ?? new SuspectSet(new Predictor(machine));
    this.catalogue = prepared?.catalogue ?? new TestCatalogue(this.suspects);
  }

  /** Plays the job of one seed with one strategy. The same seed is the same machine, fault and complaint for every strategy. */
  play(seed: number, strategy: string, { world: kind = "near", fault }: Playing = {}): Outcome {
    const make = STRATEGIES[strategy];
    if (!make) throw new RangeError(`“${strategy}” is not a strategy; expected ${Object.keys(STRATEGIES).join(", ")}`);
    const world = new World(this.machine, this.suspects.hypotheses, seed, { nature: NATURES[kind], fault });
    return new Play(world, this.suspects, this.catalogue).run(make(), strategy, seed);
  }
}

interface Playing {
  readonly world?: WorldKind;
  readonly fault?: string | undefined;
}

/** Scores of jobs whose trouble the model has; `outside` those of the others. */
interface Summary {
  readonly strategy: string;
  readonly jobs: number;
  readonly found: number;
  readonly wrongPartsPerJob: number;
  readonly unmeasuredPerJob: number;
  readonly idleReworkPerJob: number;
  readonly reopenedPerJob: number;
  readonly leftPerJob: number;
  readonly doubtedPerJob: number;
  readonly meanCost: number;
  readonly meanMinutes: number;
  readonly unsafe: number;
  /** Expected calibration error of a repair's share when it is made, ten bins; mean natural logarithm of the truth's share at the first. */
  readonly calibrationError: number;
  readonly logScore: number;
  readonly reliability: readonly { readonly from: number; readonly repairs: number; readonly said: number; readonly was: number }[];
  readonly outside?: {
    readonly jobs: number;
    readonly saidBeforeAnyPart: number;
    readonly partsPerJob: number;
    readonly left: number;
    readonly unsafe: number;
  };
}

const LEAST_SHARE = 1e-4;
const meanOf = <T>(list: readonly T[], of: (t: T) => number): number => list.reduce((sum, x) => sum + of(x), 0) / Math.max(1, list.length);

export function summarise(all: readonly Outcome[]): Summary {
  const outcomes = all.filter((o) => !o.foreign);
  const outside = all.filter((o) => o.foreign);
  const mean = (of: (o: Outcome) => number) => meanOf(outcomes, of);
  const calls = outcomes.flatMap((o) => o.calls);
  const bins = Array.from({ length: 10 }, (_, k) => {
    const inside = calls.filter((c) => Math.min(9, Math.floor(c.share * 10)) === k);
    return { from: k / 10, repairs: inside.length, said: meanOf(inside, (c) => c.share), was: meanOf(inside, (c) => Number(c.right)) };
  });
  const shares = outcomes.flatMap((o) => (o.truthShare === undefined ? [] : [o.truthShare]));
  return {
    strategy: all[0]?.strategy ?? "",
    jobs: outcomes.length,
    found: mean((o) => Number(o.found)),
    wrongPartsPerJob: mean((o) => o.wrongParts),
    unmeasuredPerJob: mean((o) => o.unmeasured),
    idleReworkPerJob: mean((o) => o.idleRework),
    reopenedPerJob: mean((o) => o.reopened),
    leftPerJob: mean((o) => Number(o.left)),
    doubtedPerJob: mean((o) => o.doubted),
    meanCost: mean((o) => o.cost),
    meanMinutes: mean((o) => o.minutes),
    unsafe: outcomes.reduce((sum, o) => sum + o.unsafe, 0),
    calibrationError: bins.reduce((sum, b) => sum + (b.repairs / Math.max(1, calls.length)) * Math.abs(b.said - b.was), 0),
    logScore: meanOf(shares, (s) => Math.log(Math.max(LEAST_SHARE, s))),
    reliability: bins.filter((b) => b.repairs > 0),
    ...(outside.length > 0 && {
      outside: {
        jobs: outside.length,
        saidBeforeAnyPart: meanOf(outside, (o) => Number(o.doubtedFirst)),
        partsPerJob: meanOf(outside, (o) => o.parts),
        left: meanOf(outside, (o) => Number(o.left)),
        unsafe: outside.reduce((sum, o) => sum + o.unsafe, 0),
      },
    }),
  };
}
