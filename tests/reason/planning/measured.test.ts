import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { partsOfAssembly } from "../../../src/core/model/machine/assembly";
import { NATURES, type Nature } from "../../../src/core/practice/nature";
import { type Outcome, Play } from "../../../src/core/practice/play";
import { planner } from "../../../src/core/practice/strategies/planner";
import type { Move, Situation, Strategy } from "../../../src/core/practice/strategies/situation";
import { World } from "../../../src/core/practice/world";
import { lookedOutside } from "../../../src/core/reason/planning/outside";
import { rowsIn, sharesByRow } from "../../../src/core/reason/planning/tests/outcomes";
import { testsOf } from "../../../src/core/reason/planning/tests/tests";
import { hasOwnFinding } from "../../../src/core/record/job/hands/own-finding";
import { MACHINES } from "../../../src/machines";
import { catalogueOf, shipped, suspectsFor } from "../../job-of";
import { ofTurn } from "../../turns";

describe.each(ofTurn(MACHINES).map((m) => [m.id, m] as const))("%s: what a test may show", (_, machine) => {
  const set = suspectsFor(machine);
  const catalogue = catalogueOf(set);
  const asked = testsOf(machine).filter((t, i) => t.question.kind !== "volts" && i % 7 === 0);

  test("is one of its outcomes, under every suspect: shares add up to one", () => {
    for (const t of asked) {
      const outcomes = catalogue.outcomesOf(t);
      const { classes, row } = outcomes;
      expect(row).toHaveLength(set.hypotheses.length);
      expect(Math.max(...row), t.id).toBe(Math.max(0, rowsIn(outcomes) - 1));
      if (classes.length < 2) continue;
      for (const sum of sharesByRow(outcomes, [...classes.keys()])) expect(sum, t.id).toBeCloseTo(1, 6);
    }
  });

  test("bands lie in order and do not overlap", () => {
    for (const t of asked) {
      const bands = catalogue.outcomesOf(t).classes.flatMap((c) => (c.kind === "band" ? [c] : []));
      bands.forEach((b, i) => {
        expect(b.high).toBeGreaterThan(b.low);
        if (i > 0) expect(b.low, t.id).toBeGreaterThanOrEqual(item(bands, i - 1).high);
      });
    }
  });
});

/** Whole jobs, with a look over the shoulder at every part that goes in. */
function played(
  id: string,
  nature: Nature,
  seeds: readonly number[],
  look: (fit: Fit, situation: Situation, seed: number) => void,
): Outcome[] {
  const machine = shipped(id);
  const suspects = suspectsFor(machine);
  const catalogue = catalogueOf(suspects);
  return seeds.map((seed) => {
    const play = new Play(new World(machine, suspects.hypotheses, seed, { nature }), suspects, catalogue);
    const strategy = planner();
    const watched: Strategy = (situation) => {
      const move = strategy(situation);
      if (move.kind === "fit") look(move, situation, seed);
      return move;
    };
    return play.run(watched, "planner", seed);
  });
}
type Fit = Extract<Move, { kind: "fit" }>;

test.each(ofTurn(["orrinshaw-e27", "brisk-tolley-v45g"]))(
  "on %s no part goes in that was not tried itself while it could be, and doubt ends no sound job",
  (id) => {
    const outcomes = played(id, NATURES.far, [900, 901, 902, 903], ({ assembly }, { catalogue, job }, seed) => {
      if (assembly.startsWith("joint.")) return;
      const parts = partsOfAssembly(catalogue.suspects.predictor.machine, assembly);
      if (!catalogue.tests.some((t) => t.part !== undefined && parts.includes(t.part))) return;
      expect(
        parts.some((p) => hasOwnFinding(job, p)),
        `${seed} ${assembly}`,
      ).toBe(true);
    });
    for (const o of outcomes) {
      expect(o.unsafe).toBe(0);
      expect(o.wrongParts, `${o.seed}`).toBeLessThanOrEqual(2);
      expect(o.steps).toBeLessThan(150);
      expect(o.reopened, `${o.seed}: to and fro`).toBeLessThan(5);
    }
  },
);

test.each(ofTurn(["orrinshaw-e27", "brisk-tolley-v45g"]))(
  "on %s a trouble that the model does not have is said to be so, in most; hardly a part is bought, none blindly, and no job is closed as put right",
  (id) => {
    const nature = { ...NATURES.foreign, foreignOneIn: 1 };
    const outcomes = played(id, nature, [4000, 4001, 4002], ({ assembly, gamble }, { job }) => {
      if (gamble) expect(lookedOutside(shipped(id), job), assembly).toBe(true);
    });
    expect(outcomes.every((o) => o.foreign)).toBe(true);
    expect(outcomes.filter((o) => o.doubtedFirst).length).toBeGreaterThanOrEqual(2);
    expect(outcomes.reduce((sum, o) => sum + o.parts, 0)).toBeLessThanOrEqual(1);
    expect(outcomes.filter((o) => o.left)).toEqual([]);
    expect(outcomes.reduce((sum, o) => sum + o.unsafe, 0)).toBe(0);
    for (const o of outcomes) expect(o.steps, `${o.fault} ${o.seed}`).toBeLessThan(200);
  },
);
