import { parseArgs } from "node:util";
import { hypothesesOf } from "../src/core/diagnosis/hypotheses";
import type { Outcome } from "../src/core/training/play";
import { Rehearsal, STRATEGIES, summarise } from "../src/core/training/rehearse";
import { NOISE } from "../src/core/training/world";
import { MACHINES } from "../src/machines";
import { BadInput } from "./bad-input";
import { loadMachine } from "./diagnose";

const OPTIONS = {
  machine: { type: "string" },
  fault: { type: "string" },
  seed: { type: "string", default: "1" },
  jobs: { type: "string", default: "60" },
  strategy: { type: "string" },
  json: { type: "boolean", default: false },
} as const;

/** Plays whole jobs with a hidden fault, the same jobs with each strategy; a line a job with --json, then the summary. */
export function run(args: string[]): void {
  const { values } = options(args);
  const [seed, jobs] = [whole("seed", values.seed), whole("jobs", values.jobs)];
  if (values.strategy !== undefined && !STRATEGIES[values.strategy])
    throw new BadInput(`--strategy “${values.strategy}”; expected ${Object.keys(STRATEGIES).join(", ")}`);
  const machines = values.machine === undefined ? MACHINES : [loadMachine(values.machine)];
  const { fault } = values;
  if (fault !== undefined && !machines.some((m) => hypothesesOf(m).some((h) => h.suspect === fault || h.id === fault))) {
    throw new BadInput(
      `--fault “${fault}” is not a fault of ${machines.map((m) => m.id).join(" or ")}; one is “${hypothesesOf(machines[0] as (typeof machines)[number])[1]?.suspect}”`,
    );
  }
  const rehearsals = machines.map((m) => new Rehearsal(m));
  const names = values.strategy === undefined ? Object.keys(STRATEGIES) : [values.strategy];
  const outcomes: Outcome[] = [];
  for (let i = 0; i < jobs; i++) {
    for (const name of names) {
      const { calls: _, ...line } = playAt(rehearsals, i, seed, name, fault, outcomes);
      if (values.json) console.log(JSON.stringify(line));
    }
  }
  const byStrategy = names.map((n) => summarise(outcomes.filter((o) => o.strategy === n)));
  const planner = byStrategy.find((s) => s.strategy === "planner");
  const ratios = planner
    ? Object.fromEntries(
        byStrategy.filter((s) => s !== planner).map((s) => [`planner/${s.strategy}`, Number((planner.meanCost / s.meanCost).toFixed(3))]),
      )
    : {};
  console.log(
    JSON.stringify(
      { summary: { machines: machines.map((m) => m.id), seed, jobs, noise: NOISE, costRatio: ratios, strategies: byStrategy } },
      null,
      values.json ? 0 : 1,
    ),
  );
}

function playAt(
  rehearsals: readonly Rehearsal[],
  i: number,
  seed: number,
  name: string,
  fault: string | undefined,
  into: Outcome[],
): Outcome {
  const outcome = (rehearsals[i % rehearsals.length] as Rehearsal).play(seed * 100_003 + i, name, fault);
  into.push(outcome);
  return outcome;
}

function options(args: string[]) {
  try {
    return parseArgs({ args, options: OPTIONS });
  } catch (error) {
    throw new BadInput((error as Error).message);
  }
}

function whole(name: string, text: string): number {
  const n = Number(text);
  if (!Number.isInteger(n) || n < 1) throw new BadInput(`--${name} “${text}”; expected a whole number from 1`);
  return n;
}
