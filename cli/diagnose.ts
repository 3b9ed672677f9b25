import { contradiction } from "../src/core/diagnosis/contradiction";
import { Predictor } from "../src/core/diagnosis/predict";
import { benchOf, rank } from "../src/core/diagnosis/rank";
import { entrySays } from "../src/core/entry/says";
import { type Entry, entrySchema, firstIssue } from "../src/core/job/entry";
import { foldJob } from "../src/core/job/fold";
import { type Machine, parseMachine } from "../src/core/machine/schema";
import { TestCatalogue } from "../src/core/planning/next";
import { propose } from "../src/core/planning/propose";
import { findMachine, MACHINES } from "../src/machines";
import { BadInput, onFile, readJson, readText } from "./bad-input";

/** Folds the entries of one job and prints suspects with shares and evidence, and the proposals, as JSON. */
export function run(args: string[]): void {
  const [machineArg, file] = args;
  if (!machineArg || !file || args.length > 2) throw new BadInput("expected MACHINE (an id or a machine file) and ENTRIES.jsonl");
  const machine = loadMachine(machineArg);
  const entries = readEntries(file);
  const job = foldJob(entries[0]?.job ?? "", entries, () => machine);
  const bench = benchOf(new Predictor(machine));
  const fitted = job.fitted.map((f) => f.unit);
  const ranking = rank(bench, job.evidence, fitted);
  const says = new Map(entries.map((e) => [e.id, entrySays(machine, e)]));
  console.log(
    JSON.stringify(
      {
        machine: machine.id,
        job: job.id,
        stage: job.stage,
        power: job.safety.power,
        refused: job.record.filter((l) => l.status === "refused").map((l) => ({ entry: l.entry.id, reason: l.reason })),
        blockers: job.blockers,
        fixed: ranking.fixed,
        suspects: ranking.suspects.slice(0, 20).map((s) => ({
          id: s.hypothesis.id,
          sentence: s.hypothesis.sentence,
          share: s.probability,
          evidence: s.weights.map((w) => ({ entry: w.entry, says: says.get(w.entry), bans: Number(w.bans.toFixed(3)) })),
        })),
        contradiction: contradiction(bench, job.evidence) ?? null,
        proposal: propose(new TestCatalogue(bench), job, ranking) ?? null,
      },
      null,
      1,
    ),
  );
}

export function loadMachine(arg: string): Machine {
  const known = findMachine(arg);
  if (known) return known;
  if (!arg.endsWith(".json"))
    throw new BadInput(`“${arg}” is not a shipped machine; expected ${MACHINES.map((m) => m.id).join(", ")} or a file`);
  return onFile(arg, () => parseMachine(readJson(arg)));
}

function readEntries(file: string): Entry[] {
  return readText(file)
    .split(/\r?\n/)
    .flatMap((line, i) => {
      if (line.trim() === "") return [];
      let data: unknown;
      try {
        data = JSON.parse(line);
      } catch (error) {
        throw new BadInput(`${file}: line ${i + 1}: not JSON: ${(error as Error).message}`);
      }
      const parsed = entrySchema.safeParse(data);
      if (!parsed.success) throw new BadInput(`${file}: line ${i + 1}: ${firstIssue(parsed.error).message}`);
      return [parsed.data];
    });
}
