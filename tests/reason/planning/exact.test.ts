import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { solveExactly } from "../../../src/core/reason/planning/problem/exact";
import { expectedCost, problemSchema } from "../../../src/core/reason/planning/problem/problem";
import { oracle } from "../../paths";

const folder = oracle("planner");
const names = readdirSync(folder).filter((name) => /^problem[^.]*\.json$/.test(name));
const load = (name: string) => JSON.parse(readFileSync(join(folder, name), "utf8"));

test("the oracle problems are there", () => expect(names.length).toBe(30));

test.each(names)("the policy for %s costs exactly the known optimum", (name) => {
  const problem = problemSchema.parse(load(name));
  const answer = load(name.replace(".json", ".answer.json"));
  const solution = solveExactly(problem);
  expect(Math.abs(solution.cost - answer.optimum)).toBeLessThan(1e-6);
  expect(Math.abs(expectedCost(problem, solution.policy) - answer.optimum)).toBeLessThan(1e-6);
  const repairs = solveExactly({ ...problem, tests: [] });
  expect(Math.abs(repairs.cost - answer.repairOnly)).toBeLessThan(1e-6);
});

test("a problem that names a panel it does not have is refused with the path", () => {
  const problem = load(item(names, 0));
  problem.tests[0].access = ["attic"];
  const result = problemSchema.safeParse(problem);
  expect(result.error?.issues[0]).toMatchObject({ path: ["tests", 0, "access"], message: expect.stringContaining("attic") });
});
