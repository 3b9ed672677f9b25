import { parseArgs } from "node:util";
import { EXACT_LIMIT, solveExactly, stateBound } from "../../src/core/reason/planning/problem/exact";
import { DEFAULT_LOOKAHEAD, type LookaheadOptions, planByLookahead } from "../../src/core/reason/planning/problem/lookahead";
import { expectedCost, type Policy, problemSchema } from "../../src/core/reason/planning/problem/problem";
import { BadInput, readJson } from "../bad-input";

/** One line a problem: {"problem","policy","expectedCost"}; the cost is computed from the policy, not by the solver. */
export function run(args: string[]): void {
  const { files, options } = readArgs(args);
  if (files.length === 0) throw new BadInput("expected one or more PROBLEM.json files");
  for (const file of files) {
    const parsed = problemSchema.safeParse(readJson(file));
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      throw new BadInput(`${file}: ${issue?.path.join(".") || "(file)"}: ${issue?.message}`);
    }
    if (options) {
      const policy = planByLookahead(parsed.data, options);
      print(file, policy, expectedCost(parsed.data, policy));
      continue;
    }
    if (stateBound(parsed.data) > EXACT_LIMIT * 200)
      throw new BadInput(`${file}: too large to be solved exactly (${stateBound(parsed.data).toExponential(1)} states at most)`);
    const { policy } = solveExactly(parsed.data);
    print(file, policy, expectedCost(parsed.data, policy));
  }
}

function print(file: string, policy: Policy, cost: number): void {
  console.log(JSON.stringify({ problem: file.replace(/^.*\//, "").replace(/\.json$/, ""), policy, expectedCost: cost }));
}

/** `--lookahead [--depth N] [--shortlist N]` plans without solving exactly. */
function readArgs(args: string[]): { files: string[]; options: LookaheadOptions | undefined } {
  try {
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: { lookahead: { type: "boolean", default: false }, depth: { type: "string" }, shortlist: { type: "string" } },
    });
    const number = (name: "depth" | "shortlist") => {
      const n = Number(values[name] ?? DEFAULT_LOOKAHEAD[name]);
      if (!Number.isInteger(n) || n < 1 || n > 50) throw new Error(`--${name} “${values[name]}”; expected a whole number from 1 to 50`);
      return n;
    };
    const options = { depth: number("depth"), shortlist: number("shortlist") };
    return { files: positionals, options: values.lookahead ? options : undefined };
  } catch (error) {
    throw new BadInput((error as Error).message);
  }
}
