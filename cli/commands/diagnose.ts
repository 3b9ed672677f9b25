import { createInterface } from "node:readline";
import { z } from "zod";
import { pathSays, problemSays } from "../../src/core/model/machine/check/problem";
import { workingProblems } from "../../src/core/model/machine/check/working";
import type { Machine } from "../../src/core/model/machine/format";
import { parseMachine } from "../../src/core/model/machine/read";
import { contradiction } from "../../src/core/reason/diagnosis/contradiction";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { repairShares } from "../../src/core/reason/diagnosis/repair-shares";
import { strangeEntries } from "../../src/core/reason/diagnosis/strange";
import type { Proposal } from "../../src/core/reason/planning/proposal";
import { propose } from "../../src/core/reason/planning/propose";
import type { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import { checkEntry, firstIssue, type Kept, readKept } from "../../src/core/record/job/entry";
import { foldJob, type Job, stampOfLine } from "../../src/core/record/job/fold";
import { assembliesFitted } from "../../src/core/record/job/state";
import { blockerSays } from "../../src/core/speech/words/card/blockers";
import { contradictionSays, hypothesisSays } from "../../src/core/speech/words/card/diagnosis";
import { expectationSays, proposalSays, testTitle } from "../../src/core/speech/words/card/proposals";
import { lineSays } from "../../src/core/speech/words/entries";
import { findMachine, MACHINES } from "../../src/machines";
import { BadInput, onFile, readJson, readText } from "../bad-input";
import { prepared } from "../tables";

const MOST_SUSPECTS = 20;

const USAGE = "expected MACHINE (an id or a machine file) and ENTRIES.jsonl, or --lines with a request a line on standard input";

/** Folds the entries of one job and prints suspects with shares and evidence, and the proposals, as JSON; with --lines of many jobs, one a line. */
export async function run(args: string[]): Promise<void> {
  const [machineArg, file] = args;
  if (machineArg === "--lines" && args.length === 1) return answerLines();
  if (!machineArg || !file || args.length > 2) throw new BadInput(USAGE);
  const machine = loadMachine(machineArg);
  const { job, kept } = readEntries(file);
  const folded = foldJob(job, kept, () => machine);
  console.log(JSON.stringify(diagnosis(prepared(machine).catalogue, folded), null, 1));
}

const requestSchema = z.strictObject({
  machine: z.string().describe("Id of a shipped machine, or a machine file."),
  entries: z.array(z.unknown()).max(20_000).describe("Entries of one job; one without a version is of the first version."),
});

/** One answer a line, in the order of the requests; a request that can't be read is answered with its error, and the next is taken. */
async function answerLines(): Promise<void> {
  const machines = new Map<string, TestCatalogue>();
  const catalogueOf = (name: string): TestCatalogue => {
    const known = machines.get(name) ?? prepared(loadMachine(name)).catalogue;
    machines.set(name, known);
    return known;
  };
  let number = 0;
  for await (const line of createInterface({ input: process.stdin })) {
    number++;
    if (line.trim() !== "") console.log(JSON.stringify(answerTo(line, `line ${number}`, catalogueOf)));
  }
}

function answerTo(line: string, where: string, catalogueOf: (machine: string) => TestCatalogue): object {
  try {
    const request = requestSchema.safeParse(parsed(line, where));
    if (!request.success) throw new BadInput(`${where}: ${firstIssue(request.error).message}`);
    const { machine: name, entries } = request.data;
    const catalogue = catalogueOf(name);
    const kept = entries.map((entry, i) => readKept(enveloped(entry, `${where}: entries.${i}`)));
    const { machine } = catalogue.suspects.predictor;
    return diagnosis(
      catalogue,
      foldJob(jobOf(kept), kept, () => machine),
    );
  } catch (error) {
    if (error instanceof BadInput) return { error: error.message };
    throw error;
  }
}

/** A job in facts and words: where it stands, its suspects, what contradicts, what is proposed. */
export function diagnosis(catalogue: TestCatalogue, job: Job) {
  const set = catalogue.suspects;
  const { machine } = set.predictor;
  const ranking = rank(set, job.evidence, assembliesFitted(job));
  const lines = job.record.map((line) => ({ status: line.status, entry: stampOfLine(line).id, ...lineSays(machine, line) }));
  const says = new Map(lines.map((l) => [l.entry, l.says]));
  const clash = contradiction(set, job);
  const proposal = propose(catalogue, job, ranking);
  return {
    machine: machine.id,
    job: job.id,
    stage: job.stage,
    power: job.safety.power,
    refused: lines.filter((l) => l.status === "refused").map(({ entry, reason }) => ({ entry, reason })),
    unreadable: lines.filter((l) => l.status === "unreadable").map(({ entry, says: reason }) => ({ entry, reason })),
    blockers: job.blockers.map((b) => ({ ...b, ...blockerSays(machine, b) })),
    fixed: ranking.fixed,
    outside: ranking.outside,
    strange: strangeEntries(set, job.evidence).map(({ entry, bans }) => ({ entry, says: says.get(entry), bans: Number(bans.toFixed(3)) })),
    repairs: repairShares(set, ranking, assembliesFitted(job)).slice(0, MOST_SUSPECTS),
    suspects: ranking.suspects.slice(0, MOST_SUSPECTS).map(({ hypothesis, probability, weights }) => ({
      id: hypothesis.id,
      sentence: hypothesisSays(machine, hypothesis),
      assemblies: hypothesis.assemblies,
      share: probability,
      evidence: weights.map((w) => ({ entry: w.entry, says: says.get(w.entry), bans: Number(w.bans.toFixed(3)) })),
    })),
    contradiction: clash ? { entry: clash.entry, says: contradictionSays(machine, clash) } : null,
    proposal: proposal ? proposed(machine, proposal) : null,
  };
}

function proposed(machine: Machine, proposal: Proposal) {
  const { step, minutes, price, reason, by, prepares, others, expects } = proposal;
  const test = step.kind === "test" ? step.test : prepares?.for === "test" ? prepares.test : undefined;
  return {
    step,
    ...proposalSays(machine, proposal),
    minutes,
    ...(price !== undefined && { price }),
    reason,
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
  const kept = readText(file)
    .split(/\r?\n/)
    .flatMap((line, i) => {
      const where = `${file}: line ${i + 1}`;
      return line.trim() === "" ? [] : [readKept(enveloped(parsed(line, where), where))];
    });
  return { job: jobOf(kept), kept };
}

const jobOf = ([first]: readonly Kept[]): string => (first ? (first.readable ? first.entry : first.entry.envelope).stream.id : "");

function parsed(line: string, where: string): unknown {
  try {
    return JSON.parse(line);
  } catch (error) {
    throw new BadInput(`${where}: not JSON: ${(error as Error).message}`);
  }
}

function enveloped(data: unknown, where: string) {
  const checked = checkEntry(data);
  if (!checked.ok) throw new BadInput(`${where}: ${firstIssue(checked.error).message}`);
  return checked.envelope;
}
