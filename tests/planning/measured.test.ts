import { describe, expect, test } from "vitest";
import { item } from "../../src/core/array/at";
import { hasOwnFinding } from "../../src/core/job/own-finding";
import { partsOfAssembly } from "../../src/core/machine/assembly";
import { TestCatalogue } from "../../src/core/planning/catalogue";
import { lookedOutside } from "../../src/core/planning/doubt";
import { outcomesOf } from "../../src/core/planning/outcomes";
import { testsOf } from "../../src/core/planning/tests";
import { NATURES } from "../../src/core/training/nature";
import { Play } from "../../src/core/training/play";
import { planner } from "../../src/core/training/strategies/planner";
import { World } from "../../src/core/training/world";
import { MACHINES } from "../../src/machines";
import { shipped, suspectsFor } from "../job-of";

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s: what a test may show", (_, machine) => {
  const set = suspectsFor(machine);
  const asked = testsOf(machine).filter((t, i) => t.question.kind !== "volts" && i % 7 === 0);

  test("is one of its outcomes, under every suspect: shares add up to one", () => {
    for (const t of asked) {
      const { share } = outcomesOf(set, t);
      if (share.length < 2) continue;
      for (const i of set.hypotheses.keys()) {
        const sum = share.reduce((all, s) => all + (s[i] ?? Number.NaN), 0);
        expect(sum, `${t.id} ${i}`).toBeCloseTo(1, 6);
      }
    }
  });

  test("bands lie in order and do not overlap", () => {
    for (const t of asked) {
      const bands = outcomesOf(set, t).classes.flatMap((c) => (c.kind === "band" ? [c] : []));
      bands.forEach((b, i) => {
        expect(b.high).toBeGreaterThan(b.low);
        if (i > 0) expect(b.low, t.id).toBeGreaterThanOrEqual(item(bands, i - 1).high);
      });
    }
  });
});

/** Whole jobs in the far world, with a look over the shoulder at every part that goes in. */
test.each(["orrinshaw-e27", "brisk-tolley-v45g"])(
  "on %s no part goes in that was not tried itself while it could be, and doubt ends no sound job",
  (id) => {
    const machine = shipped(id);
    const suspects = suspectsFor(machine);
    const catalogue = new TestCatalogue(suspects);
    for (let seed = 900; seed < 904; seed++) {
      const world = new World(machine, suspects.hypotheses, seed, { nature: NATURES.far });
      const play = new Play(world, suspects, catalogue);
      const strategy = planner();
      const outcome = play.run(
        (situation) => {
          const move = strategy(situation);
          if (move.kind === "fit" && !move.assembly.startsWith("joint.")) {
            const parts = partsOfAssembly(machine, move.assembly);
            const metered = parts.filter((p) => catalogue.tests.some((t) => t.part === p));
            if (metered.length > 0)
              expect(
                parts.some((p) => hasOwnFinding(situation.job, p)),
                `${seed} ${move.assembly}`,
              ).toBe(true);
          }
          return move;
        },
        "planner",
        seed,
      );
      expect(outcome.unsafe).toBe(0);
      expect(outcome.wrongParts, `${seed}`).toBeLessThanOrEqual(2);
      expect(outcome.steps).toBeLessThan(150);
    }
  },
);

/** Whole jobs whose trouble no hypothesis contains. */
test.each(["orrinshaw-e27", "brisk-tolley-v45g"])(
  "on %s a trouble that the model does not have is said to be so, in most; hardly a part is bought, none blindly, and no job is closed as put right",
  (id) => {
    const machine = shipped(id);
    const suspects = suspectsFor(machine);
    const catalogue = new TestCatalogue(suspects);
    const nature = { ...NATURES.foreign, foreignOneIn: 1 };
    const outcomes = Array.from({ length: 3 }, (_, i) => {
      const play = new Play(new World(machine, suspects.hypotheses, 4000 + i, { nature }), suspects, catalogue);
      const strategy = planner();
      return play.run(
        (situation) => {
          const move = strategy(situation);
          if (move.kind === "fit" && move.wager) expect(lookedOutside(machine, situation.job), move.assembly).toBe(true);
          return move;
        },
        "planner",
        i,
      );
    });
    expect(outcomes.every((o) => o.foreign)).toBe(true);
    expect(outcomes.filter((o) => o.doubtedFirst).length).toBeGreaterThanOrEqual(2);
    expect(outcomes.reduce((sum, o) => sum + o.parts, 0)).toBeLessThanOrEqual(1);
    expect(outcomes.filter((o) => o.left)).toEqual([]);
    expect(outcomes.reduce((sum, o) => sum + o.unsafe, 0)).toBe(0);
    for (const o of outcomes) expect(o.steps, `${o.fault} ${o.seed}`).toBeLessThan(200);
  },
);
