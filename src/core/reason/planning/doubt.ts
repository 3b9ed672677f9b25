import { hasHood, type Machine } from "../../model/machine/format";
import { answersAlike } from "../../record/finding/finding";
import { isPieceLook, type PieceLook } from "../../record/finding/piece-looks";
import type { JobState } from "../../record/job/state";
import type { Ranking } from "../diagnosis/rank";
import { strangeEntries } from "../diagnosis/strange";
import type { OutsidePiece } from "./found-outside";
import { mayProve } from "./proofs";
import { type Before, type OutsideModel, type Proposal, plain } from "./proposal";
import type { RepairChance } from "./repairs";
import type { TestCatalogue } from "./tests/catalogue";
import { offeredAsItStands } from "./tests/offered";
import type { TestAction } from "./tests/tests";
import { type Valued, worth } from "./tests/valued";

/** From here on the trouble is taken to be none that the model has; and once that was looked for and not found. */
const LEADS = 0.5;
const LEADS_STILL = 0.85;
/** A part must be so many times likelier than that. */
const BUY_TIMES = 2;
/** Before a part is bought that was found bad itself, what the model does not have is looked at from this share on; before one that was not, always. */
const DOUBT_BEFORE_PART = 0.02;
/** From this share on it is looked at before tests that save less than they cost. */
const DOUBT_BEFORE_LITTLE = 0.05;
/** Once that was looked for and not found, a part that was not found bad itself must be so many times likelier than that. */
const WAGER_TIMES = 12;
/** And no gamble is made at worse odds than four to one against, if the failure rates are off. */
const LEAST_WAGER = 0.2;
/** Of the share that all is put right, what is left of it once the proof failed and failed again. */
const FIXED_STILL = 1 / 3;
/** From this share on a part is bought in spite of what was found of it itself. */
const IN_SPITE = 0.75;
/** Minutes of looking at each (est.). */
const LOOK_MINUTES: Readonly<Record<OutsideModel, number>> = {
  sheet: 3,
  "earlier-repair": 0.5,
  drag: 1,
  "blower-wheel": 1.5,
  "gas-pressure": 2,
  float: 0.5,
  "supply-under-load": 0.5,
  "water-or-mice": 0.5,
};
/** A test that saves less than this part of what it costs is not made any more. */
const WORTH_WHILE = 1;

/** Likelier than all suspects together that the trouble is none that the model has. */
export const isLikelyOutside = ({ outside }: Ranking): boolean => outside > LEADS;

/** Whether the trouble is taken to be none that the model has. */
export const doubtLeads = ({ outside }: Ranking, machine: Machine, job: JobState): boolean =>
  outside > (lookedOutside(machine, job) ? LEADS_STILL : LEADS);

/**
 * Whether a part may be bought: its repair is likelier than that the model does not have the trouble, and than that all is put right already. `chance`
 * is its share among what is left to be wrong.
 */
export function mayBuy(ranking: Ranking, chance: number, job: JobState): boolean {
  const done = fixedIn(ranking, job) * (mayProve(job) ? 1 : FIXED_STILL);
  return shareOf(ranking, chance, job) > Math.max(BUY_TIMES * ranking.outside, done);
}

/** Share of all that is put right; before anything was fitted, none. */
const fixedIn = ({ fixed }: Ranking, { fitted }: JobState): number => (fitted.length > 0 ? fixed : 0);
/** Of all, the share of what has this chance among what is left to be wrong. */
export const shareOf = (ranking: Ranking, chance: number, job: JobState): number => chance * (1 - ranking.outside - fixedIn(ranking, job));

/** Whether one looks at what the model does not have before a part is bought. `gamble`: it was not found bad itself. */
export const doubtBeforePart = ({ outside }: Ranking, gamble: boolean, machine: Machine, job: JobState): boolean =>
  (gamble || outside > DOUBT_BEFORE_PART) && !lookedOutside(machine, job);

/** Whether one looks at what the model does not have before a test is made that saves less than it costs. */
export const doubtBeforeTest = ({ outside }: Ranking, valued: Valued, machine: Machine, job: JobState): boolean =>
  outside > DOUBT_BEFORE_LITTLE && worth(valued) < 1 && !lookedOutside(machine, job);

/** Whether a part may be bought that was not found bad itself, or was even found good. */
export function mayGamble(
  ranking: Ranking,
  { chance, band }: Pick<RepairChance, "chance" | "band">,
  foundGood: boolean,
  machine: Machine,
  job: JobState,
): boolean {
  const share = shareOf(ranking, chance, job);
  if (foundGood && share < IN_SPITE) return false;
  return shareOf(ranking, band.low, job) > LEAST_WAGER && (share > WAGER_TIMES * ranking.outside || !lookedOutside(machine, job));
}

/** What to do when doubt leads: take the strangest entry again, or the test that would still tell most; `undefined`: neither is left. */
export function stillToTest(
  catalogue: TestCatalogue,
  job: JobState,
  { outside }: Ranking,
  tests: readonly Valued[],
): { readonly again: TestAction; readonly entry: string } | { readonly test: Valued } | undefined {
  const again = takeAgain(catalogue, job);
  if (again) return again;
  // Once that was looked for and not found, the known is measured to its end before anybody gives up.
  const known = lookedOutside(catalogue.suspects.predictor.machine, job) ? 1 : 1 - outside;
  const test = tests.find((t) => t.saves * known > WORTH_WHILE * t.cost);
  return test && { test };
}

function takeAgain(catalogue: TestCatalogue, job: JobState): { readonly again: TestAction; readonly entry: string } | undefined {
  for (const { entry } of strangeEntries(catalogue.suspects, job.evidence)) {
    const again = againFor(catalogue, job, entry);
    if (again) return { again, entry };
  }
  return undefined;
}

/** The test by which this entry is taken again, if it may be. */
export function againFor(catalogue: TestCatalogue, job: JobState, entry: string): TestAction | undefined {
  const evidence = job.evidence.find((e) => e.entry === entry);
  if (!evidence || evidence.fitted.length !== job.fitted.length) return undefined;
  const offered = offeredAsItStands(catalogue.tests, catalogue.suspects.predictor.machine, job);
  return offered.find((t) => answersAlike(evidence.finding, t.question));
}

/** No suspect explains these readings, or it comes `before` what would be dearer: what to look at here. */
export function doubt(catalogue: TestCatalogue, job: JobState, { outside, suspects: [likeliest] }: Ranking, before?: Before): Proposal {
  const { machine } = catalogue.suspects.predictor;
  const entries = strangeEntries(catalogue.suspects, job.evidence).map((s) => s.entry);
  const step = {
    kind: "doubt",
    look: outsideModel(machine, job),
    again: lookedOutside(machine, job),
  } as const;
  const minutes = step.look.reduce((sum, l) => sum + LOOK_MINUTES[l], 0);
  const leader =
    likeliest && likeliest.probability > outside ? { hypothesis: likeliest.hypothesis, share: likeliest.probability } : undefined;
  return plain(step, minutes, { code: "doubt", outside, entries, ...(before && { before }), ...(leader && { leader }) });
}

/** The piece that is looked at for each, where it is one. */
const PIECE_OF: { readonly [K in OutsideModel]?: OutsidePiece } = {
  sheet: "wiring",
  drag: "drum",
  "blower-wheel": "blower",
  "gas-pressure": "burner",
};

/** The pieces that are looked at for these. */
export const piecesOf = (look: readonly OutsideModel[]): OutsidePiece[] => look.flatMap((l) => PIECE_OF[l] ?? []);

/** A look at a piece that no circuit shows. */
export const pieceFinding = (piece: OutsidePiece, value: "good" | "bad"): PieceLook => ({
  kind: "spot",
  place: { piece },
  result: { is: "answer", value },
  circumstances: {},
});

export function lookedOutside(machine: Machine, job: JobState): boolean {
  const seen = job.evidence.flatMap(({ finding }) => (isPieceLook(finding) ? [finding.place.piece] : []));
  return piecesOf(outsideModel(machine, job)).every((p) => seen.includes(p));
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
