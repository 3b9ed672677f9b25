import { contradiction } from "../src/core/diagnosis/contradiction";
import { rank } from "../src/core/diagnosis/rank";
import { SuspectSet } from "../src/core/diagnosis/suspect-set";
import { checkEntry, firstIssue, type Kept, readKept } from "../src/core/job/entry";
import { foldJob, type Job, stampOfLine } from "../src/core/job/fold";
import { assembliesFitted } from "../src/core/job/state";
import { blockerSays } from "../src/core/language/blockers";
import { contradictionSays, hypothesisSays } from "../src/core/language/diagnosis";
import { lineSays } from "../src/core/language/entries";
import { expectationSays, proposalSays, testTitle } from "../src/core/language/proposals";
import { pathSays, problemSays } from "../src/core/machine/check/problem";
import { workingProblems } from "../src/core/machine/check/working";
import type { Machine } from "../src/core/machine/format";
import { parseMachine } from "../src/core/machine/read";
import { TestCatalogue } from "../src/core/planning/catalogue";
import type { Proposal } from "../src/core/planning/proposal";
import { propose } from "../src/core/planning/propose";
import { Predictor } from "../src/core/prediction/predictor";
import { findMachine, MACHINES } from "../src/machines";
import { BadInput, onFile, readJson, readText } from "./bad-input";

const MOST_SUSPECTS = 20;

/** Folds the entries of one job and prints suspects with shares and evidence, and the proposals, as JSON. */
export function run(args: string[]): void {
  const [machineArg, file] = args;
  if (!machineArg || !file || args.length > 2) throw new BadInput("expected MACHINE (an id or a machine file) and ENTRIES.jsonl");
  const machine = loadMachine(machineArg);
  const { job, kept } = readEntries(file);
  console.log(
    JSON.stringify(
      diagnosis(
        machine,
        foldJob(job, kept, () => machine),
      ),
      null,
      1,
    ),
  );
}

/** A job in facts and words: where it stands, its suspects, what contradicts, what is proposed. */
export function diagnosis(machine: Machine, job: Job) {
  const set = new SuspectSet(new Predictor(machine));
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  const lines = job.record.map((line) => ({ status: line.status, entry: stampOfLine(line).id, ...lineSays(machine, line) }));
  const says = new Map(lines.map((l) => [l.entry, l.says]));
  const clash = contradiction(set, job.evidence);
  const proposal = propose(new TestCatalogue(set), job, ranking);
  return {
    machine: machine.id,
    job: job.id,
    stage: job.stage,
    power: job.safety.power,
    refused: lines.filter((l) => l.status === "refused").map(({ entry, reason }) => ({ entry, reason })),
    unreadable: lines.filter((l) => l.status === "unreadable").map(({ entry, says: reason }) => ({ entry, reason })),
    blockers: job.blockers.map((b) => ({ ...b, ...blockerSays(machine, b) })),
    fixed: ranking.fixed,
    suspects: ranking.suspects.slice(0, MOST_SUSPECTS).map(({ hypothesis, probability, weights }) => ({
      id: hypothesis.id,
      sentence: hypothesisSays(machine, hypothesis),
      share: probability,
      evidence: weights.map((w) => ({ entry: w.entry, says: says.get(w.entry), bans: Number(w.bans.toFixed(3)) })),
    })),
    contradiction: clash ? { entry: clash.entry, says: contradictionSays(machine, clash) } : null,
    proposal: proposal ? proposed(machine, proposal) : null,
  };
}

function proposed(machine: Machine, proposal: Proposal) {
  const { step, minutes, by, prepares, others, expects } = proposal;
  const test = step.kind === "test" ? step.test : prepares?.for === "test" ? prepares.test : undefined;
  return {
    step,
    ...proposalSays(machine, proposal),
    minutes,
    ...(by && { by }),
    expects: test ? expects.map((e) => ({ ...expectationSays(machine, test, e), chance: e.chance, healthy: e.healthy })) : [],
    others: others.map((o) => ({ title: testTitle(machine, o.test), minutes: o.minutes, saves: o.saves, test: o.test.id })),
  };
}

export function loadMachine(arg: string): Machine {
  const known = findMachine(arg);
  if (known) return known;
  if (!arg.endsWith(".json"))
    throw new BadInput(`“${arg}” is not a shipped machine; expected ${MACHINES.map((m) => m.id).join(", ")} or a file`);
  const machine = onFile(arg, () => parseMachine(readJson(arg)));
  for (const problem of workingProblems(machine)) console.error(`yennic: ${arg}: ${pathSays(problem.path)}: ${problemSays(problem)}`);
  return machine;
}

function readEntries(file: string): { job: string; kept: Kept[] } {
  const envelopes = readText(file)
    .split(/\r?\n/)
    .flatMap((line, i) => (line.trim() === "" ? [] : [readLine(line, `${file}: line ${i + 1}`)]));
  return { job: envelopes[0]?.stream.id ?? "", kept: envelopes.map(readKept) };
}

function readLine(line: string, where: string) {
  let data: unknown;
  try {
    data = JSON.parse(line);
  } catch (error) {
    throw new BadInput(`${where}: not JSON: ${(error as Error).message}`);
  }
  const checked = checkEntry(data);
  if (!checked.ok) throw new BadInput(`${where}: ${firstIssue(checked.error).message}`);
  return checked.envelope;
}
