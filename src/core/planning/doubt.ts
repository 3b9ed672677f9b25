import type { Ranking } from "../diagnosis/rank";
import { strangeEntries } from "../diagnosis/strange";
import { answers } from "../finding/finding";
import type { JobState } from "../job/state";
import { hasHood, type Machine } from "../machine/format";
import type { TestCatalogue } from "./catalogue";
import type { Choice } from "./next";
import { offeredTests, timesTaken } from "./offered";
import { type OutsideModel, type Proposal, plain } from "./proposal";
import type { TestAction } from "./tests";
import type { Valued } from "./valued";

/** From here on the trouble is taken to be none that the model has, unless one repair is likelier still. */
const LEADS = 0.5;
/** A part that was not found bad itself must be so many times likelier. */
const WAGER_TIMES = 2;
/** A test that saves less than this part of what it costs is not made any more. */
const WORTH_WHILE = 1;
const DOUBT_MINUTES = 10;

/** Whether the trouble is taken to be none that the model has. */
export const doubtLeads = ({ outside }: Ranking): boolean => outside > LEADS;

/** Whether a part may be bought: its repair is likelier than that the model does not have the trouble; and by far where it was not found bad itself. */
export const mayBuy = ({ outside }: Ranking, chance: number, foundBad: boolean): boolean =>
  chance * (1 - outside) > (foundBad ? 1 : WAGER_TIMES) * outside;

/** What to do when doubt leads: take the strangest entry again, or the test that would still tell most; `undefined`: neither is left. */
export function stillToTest(
  catalogue: TestCatalogue,
  job: JobState,
  { outside }: Ranking,
  { tests }: Choice,
): { readonly again: TestAction; readonly entry: string } | { readonly test: Valued } | undefined {
  const again = takeAgain(catalogue, job);
  if (again) return again;
  const test = tests.find((t) => t.saves * (1 - outside) > WORTH_WHILE * t.cost);
  return test && { test };
}

function takeAgain(catalogue: TestCatalogue, job: JobState): { readonly again: TestAction; readonly entry: string } | undefined {
  const offered = offeredTests(catalogue.tests, catalogue.suspects.predictor.machine, job);
  for (const { entry } of strangeEntries(catalogue.suspects, job.evidence)) {
    const evidence = job.evidence.find((e) => e.entry === entry);
    if (!evidence || evidence.fitted.length !== job.fitted.length) continue;
    const wires = JSON.stringify(evidence.finding.circumstances.wiring ?? []);
    const same = (t: TestAction) =>
      answers(evidence.finding, t.question) && JSON.stringify(t.question.circumstances.wiring ?? []) === wires;
    const again = offered.find((t) => same(t) && timesTaken(job, t) < 2);
    if (again) return { again, entry };
  }
  return undefined;
}

/** None of the suspects gives this record: said, with what to look at here. */
export function doubt(catalogue: TestCatalogue, job: JobState, { outside }: Ranking): Proposal {
  const { machine } = catalogue.suspects.predictor;
  const entries = strangeEntries(catalogue.suspects, job.evidence).map((s) => s.entry);
  return plain({ kind: "doubt", look: outsideModel(machine, job) }, DOUBT_MINUTES, { code: "doubt", outside, entries });
}

/** What this machine may have that its model has not, with what it does or does not do. */
function outsideModel(machine: Machine, { evidence }: JobState): OutsideModel[] {
  const saw = (sight: string, value: string) =>
    evidence.some((e) => e.finding.kind === "sight" && e.finding.place.sight === sight && e.finding.result.value === value);
  const still = saw("starts", "no") || saw("turns", "no") || saw("hums", "yes");
  return [
    "sheet",
    "earlier-repair",
    ...(still ? (["drag"] as const) : hasHood(machine) ? (["blower-wheel"] as const) : []),
    ...(machine.burner && !still ? (["gas-pressure"] as const) : []),
    ...(machine.parts.some((p) => p.kind === "tank") ? (["float"] as const) : []),
    "supply-under-load",
    "water-or-mice",
  ];
}
