import { expectedCost } from "../src/core/planning/evaluate";
import { EXACT_LIMIT, solveExactly, stateBound } from "../src/core/planning/exact";
import { problemSchema } from "../src/core/planning/problem";
import { BadInput, readJson } from "./bad-input";

/** One line a problem: {"problem","policy","expectedCost"}; the cost is computed from the policy, not by the solver. */
export function run(files: string[]): void {
  if (files.length === 0) throw new BadInput("expected one or more PROBLEM.json files");
  for (const file of files) {
    const parsed = problemSchema.safeParse(readJson(file));
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      throw new BadInput(`${file}: ${issue?.path.join(".") || "(file)"}: ${issue?.message}`);
    }
    if (stateBound(parsed.data) > EXACT_LIMIT * 200)
      throw new BadInput(`${file}: too large to be solved exactly (${stateBound(parsed.data).toExponential(1)} states at most)`);
    const { policy } = solveExactly(parsed.data);
    console.log(
      JSON.stringify({
        problem: file.replace(/^.*\//, "").replace(/\.json$/, ""),
        policy,
        expectedCost: expectedCost(parsed.data, policy),
      }),
    );
  }
}
