import { expect, test } from "vitest";
import { prepared } from "../../cli/tables";
import { item } from "../../src/core/model/array/at";
import { Rehearsal, summarise } from "../../src/core/practice/rehearse";
import { shipped } from "../job-of";

/** One machine of each kind: clockwork and electric, board and gas, condenser. */
const rehearsals = ["orrinshaw-e27", "brisk-tolley-v45g", "kelvane-c7"].map((id) => new Rehearsal(shipped(id), prepared(shipped(id))));
const play = (strategy: string, jobs: number) =>
  Array.from({ length: jobs }, (_, i) => item(rehearsals, i % rehearsals.length).play(4242 + i, strategy));

test("whole jobs with hidden faults: found with their causes, no caution broken, cheaper than a fixed order", { timeout: 240_000 }, () => {
  const own = summarise(play("planner", 6));
  const fixed = summarise(play("fixed-order", 6));
  expect(own.found).toBeGreaterThanOrEqual(0.95);
  expect(own.unsafe).toBe(0);
  expect(fixed.unsafe).toBe(0);
  expect(own.wrongPartsPerJob).toBeLessThanOrEqual(0.2);
  expect(own.meanCost / fixed.meanCost).toBeLessThan(0.85);
});

test("the same seed plays the same job", () => {
  expect(play("planner", 1)).toEqual(play("planner", 1));
});
