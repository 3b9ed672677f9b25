import { dequal } from "dequal";
import { sightSeen } from "./facts";
import { entry, findingIn, type Meaning, sightIn } from "./meaning";

/**
 * Each thing once; what a later saying overrides is gone: a bad look outweighs a good word, and heat or flame that was there and then is
 * not, was not kept.
 */
export function tidied(meanings: readonly Meaning[]): readonly Meaning[] {
  const once = meanings.filter((m, i) => meanings.findIndex((o) => dequal(m, o)) === i);
  const unsound = new Set(once.flatMap((m) => badLookOf(m) ?? []));
  const kept = once.filter((m) => !unsound.has(goodPartOf(m) ?? "") && !isWarmOnly(m, once));
  return onePerSight(lostAgain(kept));
}

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
  const isFlame = (m: Meaning) => isSightOf(m, "flame", "yes");
  return meanings.map((m, i) => {
    const before = meanings.slice(0, i);
    const isLost = (isSightOf(m, "warm", "no") && before.some(isHeat)) || (isSightOf(m, "flame", "no") && before.some(isFlame));
    if (!isLost) return m;
    const { secondsIntoRun: at, lastedSeconds: lasted } = sightIn(m)?.circumstances ?? {};
    return entry(sightSeen("keeps", "no", { ...(at !== undefined && { at }), ...(lasted !== undefined && { lasted }) }));
  });
}

/** One answer to each sight: the later stands, with the times that were told of either. */
function onePerSight(meanings: readonly Meaning[]): readonly Meaning[] {
  const best = new Map<string, Meaning>();
  for (const m of meanings) {
    const seen = sightIn(m);
    if (seen) best.set(seen.place.sight, withTimesOf(best.get(seen.place.sight), m));
  }
  const told = new Set<string>();
  return meanings
    .toReversed()
    .flatMap((m) => {
      const sight = sightIn(m)?.place.sight;
      if (sight === undefined) return [m];
      if (told.has(sight)) return [];
      told.add(sight);
      return [best.get(sight) ?? m];
    })
    .toReversed();
}

/** “fire at 40 s, burned a minute”: the same answer twice is one, with both times. */
function withTimesOf(before: Meaning | undefined, m: Meaning): Meaning {
  const [a, b] = [sightIn(before), sightIn(m)];
  if (!a || !b) return m;
  if (a.result.value !== b.result.value) return isTimed(m) || !before || !isTimed(before) ? m : before;
  return entry({ kind: "finding", body: { ...b, circumstances: { ...a.circumstances, ...b.circumstances } } });
}
