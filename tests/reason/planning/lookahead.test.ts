import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { planByLookahead } from "../../../src/core/reason/planning/problem/lookahead";
import { expectedCost, problemSchema } from "../../../src/core/reason/planning/problem/problem";
import { oracle } from "../../paths";

const folder = oracle("planner");
const names = readdirSync(folder).filter((name) => /^problem[^.]*\.json$/.test(name));

test("looking ahead alone costs at most 3% more than the optimum on average, 15% at worst", () => {
  const ratios = names.map((name) => {
    const problem = problemSchema.parse(JSON.parse(readFileSync(join(folder, name), "utf8")));
    const { optimum } = JSON.parse(readFileSync(join(folder, name.replace(".json", ".answer.json")), "utf8"));
    return expectedCost(problem, planByLookahead(problem)) / optimum;
  });
  expect(ratios.length).toBe(30);
  for (const r of ratios) expect(r).toBeGreaterThanOrEqual(1 - 1e-9);
  expect(ratios.reduce((a, b) => a + b) / ratios.length).toBeLessThanOrEqual(1.03);
  expect(Math.max(...ratios)).toBeLessThanOrEqual(1.15);
});
