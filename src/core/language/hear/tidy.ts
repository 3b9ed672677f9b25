import { sightSeen } from "./facts";
import { entry, findingIn, type Meaning, sightIn } from "./meaning";

/**
 * Each thing once; what a later saying overrides is gone: a bad look outweighs a good word, and heat or flame that was there and then is
 * not, was not kept.
 */
export function tidied(meanings: readonly Meaning[]): readonly Meaning[] {
  const once = meanings.filter((m, i) => meanings.findIndex((o) => isSame(m, o)) === i);
  const unsound = new Set(once.flatMap((m) => badLookOf(m) ?? []));
  const kept = once.filter((m) => !unsound.has(goodPartOf(m) ?? "") && !isWarmOnly(m, once));
  return onePerSight(lostAgain(kept));
}

export const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The part that looks bad. */
function badLookOf(m: Meaning): string | undefined {
  const found = findingIn(m);
  return found?.kind === "look" && found.result.value === "bad" ? found.place.part : undefined;
}

/** The part that is called good, by a look or without saying how. */
function goodPartOf(m: Meaning): string | undefined {
  const found = findingIn(m);
  if (found?.kind !== "look" && found?.kind !== "verdict") return undefined;
  return found.result.value === "good" && !("to" in found.place && found.place.to) ? found.place.part : undefined;
}

export function isSightOf(m: Meaning | undefined, sight: string, value: string): boolean {
  const seen = sightIn(m);
  return seen?.place.sight === sight && seen.result.value === value;
}

/** “too hot” says that it is warm. */
const isWarmOnly = (m: Meaning, all: readonly Meaning[]): boolean =>
  isSightOf(m, "warm", "yes") && !isTimed(m) && all.some((o) => isSightOf(o, "hot", "yes"));

const isTimed = (m: Meaning): boolean => {
  const { secondsIntoRun, lastedSeconds } = sightIn(m)?.circumstances ?? {};
  return secondsIntoRun !== undefined || lastedSeconds !== undefined;
};

/** “warm for ten minutes, then cold”: the later “no” is heat that was not kept. */
function lostAgain(meanings: readonly Meaning[]): readonly Meaning[] {
  const isHeat = (m: Meaning) => isSightOf(m, "warm", "yes") || isSightOf(m, "flame", "yes");
  return meanings.map((m, i) => {
    if (!isSightOf(m, "warm", "no") || !meanings.slice(0, i).some(isHeat)) return m;
    const { secondsIntoRun: at, lastedSeconds: lasted } = sightIn(m)?.circumstances ?? {};
    return entry(sightSeen("keeps", "no", { ...(at !== undefined && { at }), ...(lasted !== undefined && { lasted }) }));
  });
}

/** One answer to each sight: the later stands, unless only the earlier was timed. */
function onePerSight(meanings: readonly Meaning[]): readonly Meaning[] {
  const best = new Map<string, Meaning>();
  for (const m of meanings) {
    const sight = sightIn(m)?.place.sight;
    const before = sight === undefined ? undefined : best.get(sight);
    if (sight !== undefined && !(before && isTimed(before) && !isTimed(m))) best.set(sight, m);
  }
  return meanings.filter((m) => {
    const sight = sightIn(m)?.place.sight;
    return sight === undefined || best.get(sight) === m;
  });
}
