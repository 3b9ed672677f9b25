import { describe, expect, test } from "vitest";
import { INTERMITTENT_IS_OPEN, JOINT_INTERMITTENT } from "../../../src/core/model/machine/fault";
import { World } from "../../../src/core/practice/world";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import { rowOf } from "../../../src/core/reason/planning/tests/outcomes";
import type { Question } from "../../../src/core/record/finding/finding";
import { across, catalogueOf, jobOf, SAFE, saw, shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const joints = (of: string) => (suspect: string) => suspect.includes(`:${of}`);

describe("an intermittent joint", () => {
  test.each([e27, shipped("kelvane-g14")].map((m) => [m.id, m] as const))("on %s shows what lies between good and open", (_, machine) => {
    const set = suspectsFor(machine);
    const catalogue = catalogueOf(set);
    expect(set.intermittent.length).toBeGreaterThan(20);
    let furthest = 0;
    for (const test of catalogue.tests.filter((t, n) => t.question.kind !== "volts" && n % 7 === 0)) {
      const outcomes = catalogue.outcomesOf(test);
      if (outcomes.classes.length < 2) continue;
      const good = rowOf(outcomes, set.healthy);
      for (const { at, open } of set.intermittent) {
        const [loose, bad] = [rowOf(outcomes, at), rowOf(outcomes, open)];
        for (const [c, g] of good.entries())
          furthest = Math.max(furthest, Math.abs((loose[c] ?? 0) - g - INTERMITTENT_IS_OPEN * ((bad[c] ?? 0) - g)));
      }
    }
    expect(furthest).toBeLessThan(0.005);
  });

  test("seen once and not again speaks for it, and against what would always show", () => {
    const set = suspectsFor(e27);
    const share = (lines: Parameters<typeof jobOf>[1], is: (suspect: string) => boolean) =>
      rank(set, jobOf(e27, lines).evidence).suspects.reduce((sum, s) => sum + (is(s.hypothesis.suspect) ? s.probability : 0), 0);
    const once = [saw("starts", "yes"), saw("warm", "no")];
    const again = [...once, saw("warm", "yes")];
    const ratio = (lines: typeof once) => share(lines, joints(JOINT_INTERMITTENT)) / share(lines, joints("joint-open"));
    expect(ratio(again)).toBeGreaterThan(5 * ratio(once));
    expect(share(again, joints(JOINT_INTERMITTENT))).toBeGreaterThan(
      share([saw("starts", "yes"), saw("warm", "yes")], joints(JOINT_INTERMITTENT)),
    );
  });

  test("its reading that is good clears it no more than by half", () => {
    const set = suspectsFor(e27);
    const at = set.numberOf(`element:${JOINT_INTERMITTENT}@1`);
    const [column] = set.columns(jobOf(e27, [SAFE, across("element", 9.6)]).evidence.slice(-1));
    const fits = (n: number) => Math.exp(column?.[n] ?? Number.NaN);
    expect(fits(at) / fits(set.healthy)).toBeGreaterThanOrEqual(0.5);
  });

  test("in a rehearsed world it is now open, now good, until its joint is remade", () => {
    const { hypotheses } = suspectsFor(e27);
    const world = new World(e27, hypotheses, 4, { fault: `element:${JOINT_INTERMITTENT}@1` });
    const across: Question = { kind: "ohms", place: { between: ["element.1", "H4"] }, circumstances: {} };
    const readings = (fitted: string[]) => Array.from({ length: 40 }, () => world.answer(across, fitted).result.is);
    expect(new Set(readings([]))).toEqual(new Set(["OL", "value"]));
    expect(readings(["joint.element"]).filter((r) => r === "OL").length).toBeLessThan(readings([]).filter((r) => r === "OL").length / 3);
    expect(world.solved([])).toBe(false);
    expect(world.solved(["joint.element"])).toBe(true);
  });
});
