import { spawn } from "node:child_process";
import { availableParallelism } from "node:os";
import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { NATURES, type WorldKind } from "../../src/core/practice/nature";
import type { Outcome } from "../../src/core/practice/play";
import { Rehearsal, STRATEGIES, summarise } from "../../src/core/practice/rehearse";
import { hypothesesOf } from "../../src/core/reason/diagnosis/hypotheses";
import { findMachine, MACHINES } from "../../src/machines";
import { BadInput } from "../bad-input";
import { readShard } from "../shard";
import { loadMachine } from "./diagnose";

const OPTIONS = {
  machine: { type: "string" },
  fault: { type: "string" },
  seed: { type: "string", default: "1" },
  jobs: { type: "string", default: "60" },
  strategy: { type: "string" },
  world: { type: "string", default: "near" },
  json: { type: "boolean", default: false },
  /** `k/n`: only the jobs of every n-th machine from k on; how the processes of one rehearsal share the work. */
  shard: { type: "string" },
} as const;

/** Plays whole jobs with a hidden fault, the same jobs with each strategy; a line a job with --json, then the summary. */
export async function run(args: string[]): Promise<void> {
  const { values } = options(args);
  const [seed, jobs] = [whole("seed", values.seed), whole("jobs", values.jobs)];
  if (values.strategy !== undefined && !STRATEGIES[values.strategy])
    throw new BadInput(`--strategy “${values.strategy}”; expected ${Object.keys(STRATEGIES).join(", ")}`);
  const world = worldNamed(values.world);
  const machines = values.machine === undefined ? MACHINES : [loadMachine(values.machine)];
  const { fault } = values;
  if (fault !== undefined && !machines.some((m) => hypothesesOf(m).some((h) => h.suspect === fault || h.id === fault))) {
    throw new BadInput(
      `--fault “${fault}” is not a fault of ${machines.map((m) => m.id).join(" or ")}; one is “${hypothesesOf(item(machines, 0))[1]?.suspect}”`,
    );
  }
  const names = values.strategy === undefined ? Object.keys(STRATEGIES) : [values.strategy];
  const plan = { machines, names, seed, jobs, fault, world };
  if (values.shard !== undefined) {
    for (const outcome of playShard(plan, values.shard)) console.log(JSON.stringify(outcome));
    return;
  }
  const outcomes = await playJobs(plan, (line) => {
    if (values.json) console.log(JSON.stringify(line));
  });
  const byStrategy = names.map((n) => summarise(outcomes.filter((o) => o.strategy === n)));
  const planner = byStrategy.find((s) => s.strategy === "planner");
  const ratios = planner
    ? Object.fromEntries(
        byStrategy.filter((s) => s !== planner).map((s) => [`planner/${s.strategy}`, Number((planner.meanCost / s.meanCost).toFixed(3))]),
      )
    : {};
  console.log(
    JSON.stringify(
      {
        summary: {
          machines: machines.map((m) => m.id),
          seed,
          jobs,
          world,
          nature: NATURES[world],
          costRatio: ratios,
          strategies: byStrategy,
        },
      },
      null,
      values.json ? 0 : 1,
    ),
  );
}

/** Plays the jobs of a plan on all cores; `told` hears of each as it ends. */
export async function playJobs(plan: Plan, told: (outcome: Outcome) => void = () => undefined): Promise<Outcome[]> {
  const outcomes: Outcome[] = [];
  const take = (outcome: Outcome) => {
    outcomes.push(outcome);
    told(outcome);
  };
  const shards = Math.min(plan.machines.length, availableParallelism());
  if (shards < 2 || plan.jobs < 12 || plan.machines.some((m) => findMachine(m.id) === undefined)) {
    for (const outcome of playShard(plan, "0/1")) take(outcome);
  } else await Promise.all(Array.from({ length: shards }, (_, k) => inProcess(plan, `${k}/${shards}`, take)));
  return outcomes;
}

export interface Plan {
  readonly machines: readonly Machine[];
  readonly names: readonly string[];
  readonly seed: number;
  readonly jobs: number;
  readonly fault: string | undefined;
  readonly world: WorldKind;
}

/** Job i is on machine i modulo their number, whoever plays it: the same seed gives the same jobs however they are shared out. */
function* playShard({ machines, names, seed, jobs, fault, world }: Plan, shard: string): Generator<Outcome> {
  const isOurs = readShard(shard);
  const rehearsals = new Map<number, Rehearsal>();
  for (let i = 0; i < jobs; i++) {
    const m = i % machines.length;
    if (!isOurs(m)) continue;
    const rehearsal = rehearsals.get(m) ?? new Rehearsal(item(machines, m));
    rehearsals.set(m, rehearsal);
    for (const name of names) yield rehearsal.play(seed * 100_003 + i, name, { world, fault });
  }
}

/** Plays a shard in a process of its own, which gets the plan as arguments of the command line. */
function inProcess({ machines, names, seed, jobs, fault, world }: Plan, shard: string, told: (outcome: Outcome) => void): Promise<void> {
  const args = ["--shard", shard, "--seed", String(seed), "--jobs", String(jobs), "--world", world];
  if (machines.length === 1) args.push("--machine", item(machines, 0).id);
  if (names.length === 1) args.push("--strategy", item(names, 0));
  if (fault !== undefined) args.push("--fault", fault);
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [item(process.argv, 1), "rehearse", ...args], { stdio: ["ignore", "pipe", "inherit"] });
    createInterface({ input: child.stdout }).on("line", (line) => told(JSON.parse(line)));
    child.on("close", (code) => (code === 0 ? resolve() : reject(new Error(`a part of the rehearsal ended with status ${code}`))));
  });
}

function worldNamed(name: string): WorldKind {
  if (!(name in NATURES)) throw new BadInput(`--world “${name}”; expected ${Object.keys(NATURES).join(", ")}`);
  return name as WorldKind;
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
