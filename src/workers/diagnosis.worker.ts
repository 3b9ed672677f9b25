import { contradiction } from "../core/diagnosis/contradiction";
import { readingSigma } from "../core/diagnosis/likelihood";
import { marksOf } from "../core/diagnosis/marks";
import { Predictor } from "../core/diagnosis/predict";
import { type Bench, benchOf, type Ranking, rank } from "../core/diagnosis/rank";
import { waysOf } from "../core/diagnosis/surprise";
import type { Job } from "../core/job/fold";
import { isLong } from "../core/job/sights";
import type { Machine } from "../core/machine/schema";
import { TestCatalogue } from "../core/planning/next";
import { propose } from "../core/planning/propose";
import { askSchool, type OtherSchool, otherSchools } from "../core/planning/schools";
import type { FromWorker, ProbeLine, RankingView, ToWorker } from "./diagnosis.protocol";

const post = (message: FromWorker) => postMessage(message);
/** Lets whatever came in meanwhile be heard. */
const yielded = () => new Promise((resolve) => setTimeout(resolve, 0));

interface Desk {
  readonly bench: Bench;
  readonly catalogue: TestCatalogue;
  readonly pairs: boolean;
}

/** Works with single faults and causes at first, and with the pairs too as soon as they are worked out. */
let desk: Desk | undefined;
let latest: { turn: number; job: Job } | undefined;
let latestProbe = 0;
/** Answers in the making: background work waits for them. */
let working = 0;

addEventListener("message", (event: MessageEvent<ToWorker>) => {
  const message = event.data;
  switch (message.type) {
    case "machine":
      begin(message.machine);
      return;
    case "job":
      latest = message;
      void work(message.turn, message.job);
      return;
    case "probe":
      latestProbe = message.turn;
      void probe(message);
      return;
  }
});

function deskOf(predictor: Predictor, pairs: boolean): Desk {
  const bench = benchOf(predictor, { pairs });
  return { bench, catalogue: new TestCatalogue(bench), pairs };
}

function begin(machine: Machine): void {
  const predictor = new Predictor(machine);
  desk = deskOf(predictor, false);
  void prepare(predictor);
}

/** Milliseconds of one slice of background work: short enough that an entry never waits for it to be noticed. */
const SLICE_MS = 12;

/** Runs the model under every hypothesis and every test in slices, giving way to the job in hand; then changes over. */
async function prepare(predictor: Predictor): Promise<void> {
  const full = deskOf(predictor, true);
  const tasks: (() => void)[] = [
    ...full.bench.hypotheses.map((h) => () => void predictor.sightShares(h.faults, false)),
    ...full.bench.hypotheses.map((h) => () => void predictor.sightShares(h.faults, true)),
    ...full.catalogue.tests
      .filter((t) => !(t.kind === "reading" && t.setup.unit === "volt") && !(t.kind === "sighting" && isLong(t.sight)))
      .map((t) => () => void full.catalogue.outcomesOf(t)),
  ];
  // The first answer comes before any of this.
  while (!latest || working > 0) await new Promise((resolve) => setTimeout(resolve, 30));
  let next = 0;
  while (next < tasks.length) {
    const until = performance.now() + SLICE_MS;
    while (next < tasks.length && performance.now() < until) tasks[next++]?.();
    await yielded();
    while (working > 0) await new Promise((resolve) => setTimeout(resolve, 10));
  }
  desk = full;
  if (latest) void work(latest.turn, latest.job);
}

/** Ranks, gives way to whatever came in meanwhile, and goes on only while nothing newer did. */
async function work(turn: number, job: Job): Promise<void> {
  await yielded();
  const at = desk;
  const overtaken = () => turn !== latest?.turn || at !== desk;
  if (!at || overtaken()) return;
  working++;
  try {
    const { bench, catalogue } = at;
    const ranking = rank(bench, job.evidence, fittedUnits(job));
    post({ type: "ranking", turn, ranking: view(at, ranking, job) });
    await yielded();
    if (overtaken()) return;
    const proposal = propose(catalogue, job, ranking) ?? null;
    post({ type: "proposal", turn, proposal });
    const schools: OtherSchool[] = [];
    for (const other of job.closed ? [] : otherSchools(bench.predictor.machine, job)) {
      // Volts at every point under every hypothesis are worth the wait only where live tests are allowed.
      if (other.setting.liveTests && !job.safety.liveTests && !at.pairs) continue;
      await yielded();
      if (overtaken()) return;
      const asked = askSchool(catalogue, job, ranking, other, proposal?.prepares ?? proposal?.title);
      if (asked) schools.push(asked);
    }
    post({ type: "schools", turn, schools });
  } finally {
    working--;
  }
}

const fittedUnits = (job: Job): string[] => job.fitted.map((f) => f.unit);
const SHOWN = 12;

function view({ bench, pairs }: Desk, ranking: Ranking, job: Job): RankingView {
  const fitted = fittedUnits(job);
  const clash = contradiction(bench, job.evidence);
  const shown = ranking.suspects.filter((s, i) => i < SHOWN && s.probability > 0.002);
  return {
    suspects: shown.map((s) => ({
      id: s.hypothesis.suspect,
      sentence: s.hypothesis.sentence,
      ...(s.hypothesis.because !== undefined && { because: s.hypothesis.because }),
      probability: s.probability,
      parts: s.hypothesis.faults.map((f) => f.part),
      weights: s.weights,
    })),
    rest: { count: ranking.suspects.length - shown.length, share: 1 - shown.reduce((sum, s) => sum + s.probability, 0) },
    marks: marksOf(bench.predictor.machine, bench, ranking, fitted),
    fixed: fitted.length > 0 ? ranking.fixed : 0,
    ways: waysOf(bench, ranking, job.evidence),
    hypotheses: bench.hypotheses.length,
    pairs,
    ...(clash && { contradiction: clash }),
  };
}

async function probe({ turn, setup, job }: Extract<ToWorker, { type: "probe" }>): Promise<void> {
  if (!desk) return;
  await yielded();
  if (turn !== latestProbe) return;
  const { bench } = desk;
  const { predictor, hypotheses } = bench;
  const left = bench.left(fittedUnits(job));
  const line = (says: string, share: number | null, faults: Parameters<Predictor["reading"]>[0]): ProbeLine => {
    const p = predictor.reading(faults, setup);
    return { says, share, mean: p.mean, sigma: Number.isFinite(p.mean) ? readingSigma(p, setup.unit) : 0 };
  };
  const { suspects } = rank(bench, job.evidence, fittedUnits(job));
  post({
    type: "probe",
    turn,
    lines: [
      line("A healthy machine", null, []),
      ...suspects.slice(0, 4).map((s) => {
        const i = hypotheses.indexOf(s.hypothesis);
        return line(s.hypothesis.sentence, s.probability, hypotheses[left[i] as number]?.faults ?? []);
      }),
    ],
  });
}
