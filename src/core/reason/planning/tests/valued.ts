import type { Taken } from "../../../model/access/way-problem";
import type { Outcomes } from "./outcomes";
import type { TestAction } from "./tests";

/** A test with what it would be worth now. Minutes are expected minutes. */
export interface Valued {
  readonly test: TestAction;
  readonly outcomes: Outcomes;
  /** P(class) now. */
  readonly chances: readonly number[];
  /** Minutes of the test itself, panels to open, or to put back and open again, and the change of power state included. */
  readonly cost: number;
  readonly opens: readonly Taken[];
  /** Panels that go back first, in order: a machine is watched with all of them on. */
  readonly closes: readonly string[];
  /** Chance that it was made before and only says the same again, for the same reason. */
  readonly again: number;
  /** Expected minutes that knowing its outcome takes off the repairs. */
  readonly saves: number;
}

/** Minutes saved per minute spent. */
export const worth = (v: Valued): number => v.saves / v.cost;
