import { type Ranking, rank } from "../core/diagnosis/rank";
import { SuspectSet } from "../core/diagnosis/suspect-set";
import { sightOf } from "../core/finding/sights";
import type { Job } from "../core/job/fold";
import { assembliesFitted } from "../core/job/state";
import type { Machine } from "../core/machine/format";
import { TestCatalogue } from "../core/planning/catalogue";
import { aimOf, askOtherWay, type OtherWay, otherWays } from "../core/planning/other-ways";
import { propose } from "../core/planning/propose";
import type { TestAction } from "../core/planning/tests";
import { Predictor } from "../core/prediction/predictor";
import type { FromEngine, JobQuestion, PlaceQuestion, ToEngine } from "./engine.protocol";
import { foresightOf, standingOf } from "./standing";

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
let latest: JobQuestion | undefined;
/** Answers in the making: background work waits for them. */
let answering = 0;

addEventListener("message", ({ data }: MessageEvent<ToEngine>) => {
  if (data.type === "machine") begin(data.machine);
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

function begin(machine: Machine): void {
  const predictor = new Predictor(machine);
  engine = engineOf(predictor, false);
  void prepare(predictor);
}

/** Runs the model under every hypothesis and every test in slices, giving way to the job in hand; then changes over. */
async function prepare(predictor: Predictor): Promise<void> {
  const full = engineOf(predictor, true);
  const { hypotheses } = full.suspects;
  const tasks: (() => void)[] = [
    ...hypotheses.map((h) => () => void predictor.sightShares(h.faults, false)),
    ...hypotheses.map((h) => () => void predictor.sightShares(h.faults, true)),
    ...full.catalogue.tests.filter(isQuick).map((t) => () => void full.catalogue.outcomesOf(t)),
  ];
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
}

/** What would be read at another place: the job is ranked already, so that this is quick. */
function foresee({ turn, probing }: PlaceQuestion): void {
  if (!engine || !latest) return;
  const { probing: _, ...question } = latest;
  latest = { ...question, ...(probing && { probing }) };
  if (!probing) return;
  const { suspects } = engine;
  const { job } = latest;
  post({ type: "foresight", turn, lines: foresightOf(suspects, rank(suspects, job.evidence, assembliesFitted(job)), job, probing) });
}

/** Volts at every point under every hypothesis, and what only a long run shows, are worked out when they are asked for. */
const isQuick = ({ question }: TestAction): boolean =>
  question.kind !== "volts" && question.kind !== "code" && !(question.kind === "sight" && sightOf(question.place.sight).long);

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
  const proposal = propose(catalogue, job, ranking) ?? null;
  post({ type: "proposal", turn, proposal });
  const ways = await askOthers({ suspects, catalogue, pairs }, job, ranking, proposal ? aimOf(proposal) : undefined, overtaken);
  if (ways) post({ type: "other-ways", turn, ways });
}

/** What those who work otherwise would do; `undefined` when something newer came in. */
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
