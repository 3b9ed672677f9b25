import type { Machine } from "../core/model/machine/format";
import { revisionOf } from "../core/model/machine/revision";
import { Predictor } from "../core/model/prediction/predictor";
import { type Ranking, rank } from "../core/reason/diagnosis/rank";
import { foresightOf, standingOf } from "../core/reason/diagnosis/standing";
import { SuspectSet } from "../core/reason/diagnosis/suspect-set";
import { askOtherWay, type OtherWay, otherWays } from "../core/reason/planning/other-ways";
import type { Proposal } from "../core/reason/planning/proposal";
import { propose } from "../core/reason/planning/propose";
import { aimOf } from "../core/reason/planning/steady";
import { TestCatalogue } from "../core/reason/planning/tests/catalogue";
import { tableTasks } from "../core/reason/planning/tests/table";
import { foldJob, type Job } from "../core/record/job/fold";
import { assembliesFitted } from "../core/record/job/state";
import type { FromEngine, JobQuestion, PlaceQuestion, ToEngine } from "./engine.protocol";
import { keepTable, recalled } from "./tables";

const post = (message: FromEngine) => postMessage(message);
/** Lets whatever came in meanwhile be heard. */
const yielded = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Milliseconds of one slice of background work: short enough that an entry never waits for it to be noticed. */
const SLICE_MS = 12;
const BEFORE_BACKGROUND_MS = 30;
const WHILE_ANSWERING_MS = 10;

/** A machine with its suspects: single faults and causes at first, the pairs too as soon as they are worked out. */
interface Engine {
  readonly suspects: SuspectSet;
  readonly catalogue: TestCatalogue;
  readonly pairs: boolean;
}

let engine: Engine | undefined;
/** Engines of machines that are to come, by revision. */
const early = new Map<string, Promise<Engine | undefined>>();
let latest: JobQuestion | undefined;
/** The proposal that was made last. */
let said: Proposal | undefined;
/** Answers in the making: background work waits for them. */
let answering = 0;

addEventListener("message", ({ data }: MessageEvent<ToEngine>) => {
  if (data.type === "revision") early.set(data.revision, recall(data.revision));
  else if (data.type === "machine") void begin(data.machine, data.said);
  else if (data.type === "place") foresee(data);
  else {
    latest = data;
    void answer(data);
  }
});

function engineOf(predictor: Predictor, pairs: boolean): Engine {
  const suspects = new SuspectSet(predictor, { pairs });
  return { suspects, catalogue: new TestCatalogue(suspects), pairs };
}

/** With the table of this revision everything is known at once, before the page has said more than the revision. */
async function recall(revision: string): Promise<Engine | undefined> {
  const made = await recalled(revision);
  if (!made) return undefined;
  warmUp(made);
  return { ...made, pairs: true };
}

/** While the page is still being put together: a job of which nothing is known, so that what runs first is compiled when it is asked. */
function warmUp({ suspects, catalogue }: Omit<Engine, "pairs">): void {
  const { machine } = suspects.predictor;
  const job: Job = { ...foldJob("", [], () => machine), machine };
  const ranking = rank(suspects, job.evidence);
  standingOf(suspects, true, ranking, job);
  propose(catalogue, job, ranking);
}

/** Without a table it is worked out, and kept for the next time. */
async function begin(machine: Machine, before: Proposal | undefined): Promise<void> {
  said = before;
  const revision = revisionOf(machine);
  const known = await (early.get(revision) ?? recall(revision));
  early.clear();
  engine = known ?? engineOf(new Predictor(machine), false);
  if (latest) void answer(latest);
  if (!known) void prepare(engine.suspects.predictor, revision);
}

/** Runs the model under every hypothesis and every test in slices, giving way to the job in hand; then changes over. */
async function prepare(predictor: Predictor, revision: string): Promise<void> {
  const full = engineOf(predictor, true);
  const { tasks, table } = tableTasks(full.catalogue);
  while (!latest || answering > 0) await new Promise((resolve) => setTimeout(resolve, BEFORE_BACKGROUND_MS));
  let next = 0;
  while (next < tasks.length) {
    const until = performance.now() + SLICE_MS;
    while (next < tasks.length && performance.now() < until) tasks[next++]?.();
    await yielded();
    while (answering > 0) await new Promise((resolve) => setTimeout(resolve, WHILE_ANSWERING_MS));
  }
  engine = full;
  if (latest) void answer(latest);
  await keepTable(revision, table());
}

/** Gives what would be read at another place: the job is ranked already, so that this is quick. */
function foresee({ turn, probing }: PlaceQuestion): void {
  if (!latest) return;
  const { probing: _, ...question } = latest;
  latest = { ...question, ...(probing && { probing }) };
  // Before the machine is ready, what is asked then says this place too.
  if (!engine || !probing) return;
  const { suspects } = engine;
  const { job } = latest;
  post({ type: "foresight", turn, lines: foresightOf(suspects, rank(suspects, job.evidence, assembliesFitted(job)), job, probing) });
}

/** Ranks, gives way to whatever came in meanwhile, and goes on only while nothing newer did. */
async function answer(question: JobQuestion): Promise<void> {
  await yielded();
  const at = engine;
  const overtaken = () => question.turn !== latest?.turn || at !== engine;
  if (!at || overtaken()) return;
  answering++;
  try {
    await answerWith(at, question, overtaken);
  } finally {
    answering--;
  }
}

async function answerWith({ suspects, catalogue, pairs }: Engine, { turn, job: asked, probing }: JobQuestion, overtaken: () => boolean) {
  const { machine } = suspects.predictor;
  const job: Job = { ...asked, machine, record: [] };
  const ranking = rank(suspects, job.evidence, assembliesFitted(job));
  post({ type: "standing", turn, standing: standingOf(suspects, pairs, ranking, job) });
  if (probing) post({ type: "foresight", turn, lines: foresightOf(suspects, ranking, job, probing) });
  await yielded();
  if (overtaken()) return;
  const proposal = propose(catalogue, job, ranking, said) ?? null;
  said = proposal ?? undefined;
  post({ type: "proposal", turn, proposal });
  const ways = await askOthers({ suspects, catalogue, pairs }, job, ranking, proposal ? aimOf(proposal) : undefined, overtaken);
  if (ways) post({ type: "other-ways", turn, ways });
}

/** Gives what those who work otherwise would do; `undefined` when something newer came in. */
async function askOthers(
  { catalogue, pairs }: Engine,
  job: Job,
  ranking: Ranking,
  own: OtherWay["aim"] | undefined,
  overtaken: () => boolean,
) {
  const ways: OtherWay[] = [];
  for (const change of job.closed || !job.machine ? [] : otherWays(job.machine, job)) {
    // Volts at every point under every hypothesis are worth the wait only where live tests are allowed.
    if (change.field === "liveTests" && change.to && !pairs) continue;
    await yielded();
    if (overtaken()) return undefined;
    const way = askOtherWay(catalogue, job, ranking, change, own);
    if (way) ways.push(way);
  }
  return ways;
}
