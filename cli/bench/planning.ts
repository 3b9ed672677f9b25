import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { lastOf } from "../../src/core/model/array/at";
import { STRATEGIES, summarise } from "../../src/core/practice/rehearse";
import { solveExactly } from "../../src/core/reason/planning/problem/exact";
import { planByLookahead } from "../../src/core/reason/planning/problem/lookahead";
import { expectedCost, problemSchema } from "../../src/core/reason/planning/problem/problem";
import { MACHINES } from "../../src/machines";
import { projectRoot } from "../../src/server/database";
import { playJobs } from "../commands/rehearse";
import { print } from "./measure";

/** Cost of the lookahead policy against the exact optimum, on the problems of tests/oracles/planner. */
export function lookahead(): void {
  const folder = join(projectRoot(), "tests/oracles/planner");
  const ratios = readdirSync(folder)
    .filter((f) => /^problem[^.]*\.json$/.test(f))
    .map((f) => {
      const problem = problemSchema.parse(JSON.parse(readFileSync(join(folder, f), "utf8")));
      return expectedCost(problem, planByLookahead(problem)) / solveExactly(problem).cost;
    })
    .sort((a, b) => a - b);
  const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length;
  const optimum = { what: "the exact optimum", figure: 1 };
  print({
    name: `lookahead policy on ${ratios.length} problems, mean cost`,
    figure: mean,
    unit: "× optimum",
    target: 1.03,
    baseline: optimum,
  });
  print({ name: "lookahead policy, worst cost", figure: lastOf(ratios), unit: "× optimum", target: 1.15, baseline: optimum });
}

/** The six hundred jobs of ./yennic rehearse --jobs 600, with each strategy: some minutes. */
export async function rehearsed(): Promise<void> {
  const outcomes = await playJobs({
    machines: MACHINES,
    names: Object.keys(STRATEGIES),
    seed: 1,
    jobs: 600,
    fault: undefined,
    world: "near",
  });
  const of = (name: string) => summarise(outcomes.filter((o) => o.strategy === name));
  const [own, fixed, usual] = [of("planner"), of("fixed-order"), of("usual-part")];
  const jobs = `rehearsal of ${own.jobs} jobs`;
  print({
    name: `${jobs}: mean cost of a job`,
    figure: own.meanCost,
    unit: "money",
    baseline: { what: "fixed order", figure: fixed.meanCost },
  });
  print({
    name: `${jobs}: mean cost of a job`,
    figure: own.meanCost,
    unit: "money",
    baseline: { what: "usual part first", figure: usual.meanCost },
  });
  print({
    name: `${jobs}: fault and cause found`,
    figure: own.found,
    unit: "share",
    target: 0.98,
    baseline: { what: "fixed order", figure: fixed.found },
  });
  print({
    name: `${jobs}: wrong parts a job`,
    figure: own.wrongPartsPerJob,
    unit: "parts",
    target: 0.1,
    baseline: { what: "fixed order", figure: fixed.wrongPartsPerJob },
  });
  print({ name: `${jobs}: steps that broke a caution`, figure: own.unsafe, unit: "steps", target: 0 });
  print({
    name: `${jobs}: expected calibration error of a repair's share when it is made`,
    figure: own.calibrationError,
    unit: "share",
    target: 0.05,
  });
  for (const bin of own.reliability)
    print({
      name: `reliability, said ${bin.from} to ${(bin.from + 0.1).toFixed(1)} (${bin.repairs} repairs)`,
      figure: bin.was,
      unit: "was right",
      baseline: { what: "said", figure: bin.said },
    });
}
