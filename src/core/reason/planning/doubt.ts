import { answersAlike } from "../../record/finding/finding";
import type { JobState } from "../../record/job/state";
import type { Ranking } from "../diagnosis/rank";
import { strangeEntries } from "../diagnosis/strange";
import { LOOK_MINUTES, outsideModel } from "./outside";
import { type Before, type Proposal, plain } from "./proposal";
import type { RepairChance } from "./repairs";
import { mayProve, type Situation } from "./situation";
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
const GAMBLE_TIMES = 12;
/** And no gamble is made at worse odds than four to one against, if the failure rates are off. */
const LEAST_GAMBLE = 0.2;
/** Of the share that all is put right, what is left of it once the proof failed and failed again. */
const FIXED_STILL = 1 / 3;
/** From this share on a part is bought in spite of what was found of it itself. */
const IN_SPITE = 0.75;
/** A test that saves less than this part of what it costs is not made any more. */
const WORTH_WHILE = 1;

/** Likelier than all suspects together that the trouble is none that the model has. */
export const isLikelyOutside = ({ outside }: Ranking): boolean => outside > LEADS;

/** True where the trouble is taken to be none that the model has. */
export const doubtLeads = ({ ranking, looked }: Situation): boolean => ranking.outside > (looked ? LEADS_STILL : LEADS);

/**
 * True where a part may be bought: its repair is likelier than that the model does not have the trouble, and than that all is put right already. `chance`
 * is its share among what is left to be wrong.
 */
export function mayBuy({ ranking, job }: Situation, chance: number): boolean {
  const done = fixedIn(ranking, job) * (mayProve(job) ? 1 : FIXED_STILL);
  return shareOf({ ranking, job }, chance) > Math.max(BUY_TIMES * ranking.outside, done);
}

/** Share of all that is put right; before anything was fitted, none. */
const fixedIn = ({ fixed }: Ranking, { fitted }: JobState): number => (fitted.length > 0 ? fixed : 0);

/** Of all, the share of what has this chance among what is left to be wrong. */
export const shareOf = ({ ranking, job }: Pick<Situation, "ranking" | "job">, chance: number): number =>
  chance * (1 - ranking.outside - fixedIn(ranking, job));

/** True where one looks at what the model does not have before a part is bought. `gamble`: it was not found bad itself. */
export const doubtBeforePart = ({ ranking, looked }: Situation, gamble: boolean): boolean =>
  (gamble || ranking.outside > DOUBT_BEFORE_PART) && !looked;

/** True where one looks at what the model does not have before a test is made that saves less than it costs. */
export const doubtBeforeTest = ({ ranking, looked }: Situation, valued: Valued): boolean =>
  ranking.outside > DOUBT_BEFORE_LITTLE && worth(valued) < 1 && !looked;

/** True where a part may be bought that was not found bad itself, or was even found good. */
export function mayGamble(
  s: Pick<Situation, "ranking" | "job" | "looked">,
  { chance, band }: Pick<RepairChance, "chance" | "band">,
  foundGood: boolean,
): boolean {
  const share = shareOf(s, chance);
  if (foundGood && share < IN_SPITE) return false;
  return shareOf(s, band.low) > LEAST_GAMBLE && (share > GAMBLE_TIMES * s.ranking.outside || !s.looked);
}

/** Gives what to do when doubt leads: take the strangest entry again, or the test that would still tell most; `undefined`: neither is left. */
export function stillToTest(
  s: Situation,
  tests: readonly Valued[],
): { readonly again: TestAction; readonly entry: string } | { readonly test: Valued } | undefined {
  const again = takeAgain(s);
  if (again) return again;
  // Once that was looked for and not found, the known is measured to its end before anybody gives up.
  const known = s.looked ? 1 : 1 - s.ranking.outside;
  const test = tests.find((t) => t.saves * known > WORTH_WHILE * t.cost);
  return test && { test };
}

function takeAgain(s: Situation): { readonly again: TestAction; readonly entry: string } | undefined {
  for (const { entry } of strangeEntries(s.catalogue.suspects, s.job.evidence)) {
    const again = againFor(s, entry);
    if (again) return { again, entry };
  }
  return undefined;
}

/** The test by which this entry is taken again, if it may be. */
export function againFor({ catalogue, machine, job }: Situation, entry: string): TestAction | undefined {
  const evidence = job.evidence.find((e) => e.entry === entry);
  if (!evidence || evidence.fitted.length !== job.fitted.length) return undefined;
  return offeredAsItStands(catalogue.tests, machine, job).find((t) => answersAlike(evidence.finding, t.question));
}

/** No suspect explains these readings, or it comes `before` what would be dearer: what to look at here. */
export function doubt({ catalogue, machine, job, ranking, looked }: Situation, before?: Before): Proposal {
  const {
    outside,
    suspects: [likeliest],
  } = ranking;
  const entries = strangeEntries(catalogue.suspects, job.evidence).map((s) => s.entry);
  const step = { kind: "doubt", look: outsideModel(machine, job), again: looked } as const;
  const minutes = step.look.reduce((sum, l) => sum + LOOK_MINUTES[l], 0);
  const leader =
    likeliest && likeliest.probability > outside ? { hypothesis: likeliest.hypothesis, share: likeliest.probability } : undefined;
  return plain(step, minutes, { code: "doubt", outside, entries, ...(before && { before }), ...(leader && { leader }) });
}
