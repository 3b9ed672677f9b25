import { contradiction } from "../core/diagnosis/contradiction";
import { remaining } from "../core/diagnosis/hypotheses";
import { readingSigma } from "../core/diagnosis/likelihood";
import { marksOf } from "../core/diagnosis/marks";
import { Predictor } from "../core/diagnosis/predict";
import { type Bench, benchOf, type Ranking, rank } from "../core/diagnosis/rank";
import type { Job } from "../core/job/fold";
import { TestCatalogue } from "../core/planning/next";
import { propose } from "../core/planning/propose";
import type { FromWorker, ProbeLine, RankingView, ToWorker } from "./diagnosis.protocol";

const post = (message: FromWorker) => postMessage(message);
const yielded = () => new Promise((resolve) => setTimeout(resolve, 0));

let bench: Bench | undefined;
let catalogue: TestCatalogue | undefined;
let latestJob = 0;
let latestProbe = 0;

addEventListener("message", (event: MessageEvent<ToWorker>) => {
  const message = event.data;
  switch (message.type) {
    case "machine":
      bench = benchOf(new Predictor(message.machine));
      catalogue = new TestCatalogue(bench);
      return;
    case "job":
      latestJob = message.turn;
      void work(message.turn, message.job);
      return;
    case "probe":
      latestProbe = message.turn;
      void probe(message);
      return;
  }
});

/** Ranks, gives way to whatever came in meanwhile, and proposes only if nothing newer did. */
async function work(turn: number, job: Job): Promise<void> {
  if (!bench || !catalogue) return;
  await yielded();
  if (turn !== latestJob) return;
  const ranking = rank(bench, job.evidence, fittedUnits(job));
  post({ type: "ranking", turn, ranking: view(bench, ranking, job) });
  await yielded();
  if (turn !== latestJob) return;
  post({ type: "proposal", turn, proposal: propose(catalogue, job, ranking) ?? null });
}

const fittedUnits = (job: Job): string[] => job.fitted.map((f) => f.unit);
const SHOWN = 12;

function view(b: Bench, ranking: Ranking, job: Job): RankingView {
  const fitted = fittedUnits(job);
  const machine = b.predictor.machine;
  const clash = contradiction(b, job.evidence);
  const shown = ranking.suspects.filter((s, i) => i < SHOWN && s.probability > 0.002);
  return {
    suspects: shown.map((s) => ({
      id: s.hypothesis.id,
      sentence: s.hypothesis.sentence,
      ...(s.hypothesis.because !== undefined && { because: s.hypothesis.because }),
      probability: s.probability,
      parts: s.hypothesis.faults.map((f) => f.part),
      weights: s.weights,
    })),
    rest: { count: ranking.suspects.length - shown.length, share: 1 - shown.reduce((sum, s) => sum + s.probability, 0) },
    marks: marksOf(machine, b, ranking, fitted),
    fixed: fitted.length > 0 ? ranking.fixed : 0,
    ...(clash && { contradiction: clash }),
  };
}

async function probe({ turn, setup, job }: Extract<ToWorker, { type: "probe" }>): Promise<void> {
  if (!bench) return;
  await yielded();
  if (turn !== latestProbe) return;
  const { predictor } = bench;
  const fitted = fittedUnits(job);
  const line = (says: string, share: number | null, faults: Parameters<Predictor["reading"]>[0]): ProbeLine => {
    const p = predictor.reading(faults, setup);
    return { says, share, mean: p.mean, sigma: Number.isFinite(p.mean) ? readingSigma(p, setup.unit) : 0 };
  };
  const { suspects } = rank(bench, job.evidence, fitted);
  post({
    type: "probe",
    turn,
    lines: [
      line("A healthy machine", null, []),
      ...suspects
        .slice(0, 4)
        .map((s) => line(s.hypothesis.sentence, s.probability, remaining(predictor.machine, s.hypothesis.faults, fitted))),
    ],
  });
}
