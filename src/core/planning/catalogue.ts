import type { SuspectSet } from "../diagnosis/suspect-set";
import { type Outcomes, outcomesOf } from "./outcomes";
import { type TestAction, testsOf } from "./tests";

/** What a machine offers, made once: the outcome classes do not depend on what is known so far. */
export class TestCatalogue {
  private readonly outcomes = new Map<string, Outcomes>();

  constructor(
    readonly suspects: SuspectSet,
    readonly tests: readonly TestAction[] = testsOf(suspects.predictor.machine),
  ) {}

  outcomesOf(test: TestAction): Outcomes {
    let known = this.outcomes.get(test.id);
    if (!known) {
      known = outcomesOf(this.suspects, test);
      this.outcomes.set(test.id, known);
    }
    return known;
  }
}
