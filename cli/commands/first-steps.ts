import type { Machine } from "../../src/core/model/machine/format";
import { Predictor } from "../../src/core/model/prediction/predictor";
import { moveFor } from "../../src/core/practice/strategies/step";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { SuspectSet } from "../../src/core/reason/diagnosis/suspect-set";
import type { Proposal } from "../../src/core/reason/planning/proposal";
import { propose } from "../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import type { Finding } from "../../src/core/record/finding/finding";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../src/core/record/job/state";
import { costSays, expectationSays, proposalSays } from "../../src/core/speech/words/card/proposals";
import { MACHINES } from "../../src/machines";
import { BadInput } from "../bad-input";
import { TypedJob } from "../typed-job";

const COMPLAINTS = ["no start", "turns, no heat", "starts, then stops", "trips the breaker", "heats first, then no heat"];
const STEPS = 5;

/** Writes what the program would do first, for every machine and complaint, along the likeliest answers: to be read by a technician. */
export function run(args: string[]): void {
  if (args.length > 0) throw new BadInput(`“${args[0]}” after first-steps; it takes nothing: leave it out`);
  const text = [
    "# First steps",
    "",
    "Written by `./yennic first-steps`. For every machine that ships and every complaint: the first five steps, each with its most likely answer.",
    "",
    ...MACHINES.flatMap(ofMachine),
  ];
  console.log(text.join("\n"));
}

function ofMachine(machine: Machine): string[] {
  const catalogue = new TestCatalogue(new SuspectSet(new Predictor(machine)));
  return [
    `## ${machine.maker} ${machine.model}`,
    "",
    ...COMPLAINTS.flatMap((c) => [`**“${c}”**`, "", ...stepsAfter(catalogue, machine, c), ""]),
  ];
}

function stepsAfter(catalogue: TestCatalogue, machine: Machine, complaint: string): string[] {
  const typed = new TypedJob(machine);
  typed.add(complained(machine, complaint));
  const lines: string[] = [];
  while (lines.length < STEPS) {
    const { job } = typed;
    const proposal = propose(catalogue, job, rank(catalogue.suspects, job.evidence, assembliesFitted(job)));
    if (!proposal) break;
    const { title, why } = proposalSays(machine, proposal);
    const draft = likeliest(catalogue, typed, proposal);
    lines.push(`${lines.length + 1}. **${title}** (${costSays(proposal)}). ${why}${answerSays(machine, proposal)}`);
    if (!draft) break;
    typed.add(draft);
  }
  return lines;
}

/** Gives what the customer's words mean on this machine, as the reading line hears them. */
function complained(machine: Machine, words: string): Draft {
  const heard = new TypedJob(machine).type(words).entries.flatMap((e) => (e.kind === "finding" ? [e.body] : []));
  return { kind: "complaint", body: { words, findings: heard } };
}

function answerSays(machine: Machine, { step, expects }: Proposal): string {
  const [first] = expects;
  return step.kind === "test" && first
    ? ` → ${expectationSays(machine, step.test, { ...first, outcomes: first.outcomes.slice(0, 1) }).label}`
    : "";
}

/** The entry that the step makes, with its likeliest answer. */
function likeliest(catalogue: TestCatalogue, { job }: TypedJob, { step, expects }: Proposal): Draft | undefined {
  if (step.kind !== "test") {
    const move = moveFor({ suspects: catalogue.suspects, catalogue, job }, step);
    return move.kind === "entry" ? move.draft : undefined;
  }
  const outcome = expects[0]?.outcomes[0];
  if (!outcome) return undefined;
  const { question } = step.test;
  if (outcome.kind === "answer") return found({ ...question, result: { is: "answer", value: outcome.value } } as Finding);
  if (outcome.kind === "open") return found({ ...question, result: { is: "OL" } } as Finding);
  const value = Math.sqrt(Math.max(0.2, outcome.low) * Math.max(0.4, Math.min(outcome.high, 1e6)));
  return found({ ...question, result: { is: "value", unit: outcome.unit, value: Number(value.toPrecision(2)) } } as Finding);
}

const found = (body: Finding): Draft => ({ kind: "finding", body });
