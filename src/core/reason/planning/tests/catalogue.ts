import type { SuspectSet } from "../../diagnosis/suspect-set";
import { type Outcomes, steadyOutcomes, withIntermittent } from "./outcomes";
import { type TestAction, testsOf } from "./tests";

/** Holds what a machine offers, made once: the outcome classes do not depend on what is known so far. */
export class TestCatalogue {
  private readonly outcomes = new Map<string, Outcomes>();

  /** `known`: outcomes of {@link steadyOf} by the id of their test, that need not be worked out again. */
  constructor(
    readonly suspects: SuspectSet,
    readonly tests: readonly TestAction[] = testsOf(suspects.predictor.machine),
    private readonly known: ReadonlyMap<string, Outcomes> = new Map(),
  ) {}

  outcomesOf(test: TestAction): Outcomes {
    let outcomes = this.outcomes.get(test.id);
    if (!outcomes) {
      outcomes = withIntermittent(this.suspects, this.steadyOf(test));
      this.outcomes.set(test.id, outcomes);
    }
    return outcomes;
  }

  /** The same while what is intermittent is good. */
  steadyOf(test: TestAction): Outcomes {
    return this.known.get(test.id) ?? steadyOutcomes(this.suspects, test);
  }
}
