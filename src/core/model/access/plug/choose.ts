/** Holds what sets of candidates tell. What a set tells, every larger set tells too. */
interface Choice {
  readonly candidates: number;
  readonly things: number;
  /** True where a set tells thing `i` from the right one. */
  readonly tells: (set: readonly number[], i: number) => boolean;
  /** True where it tells two things from each other. */
  readonly parts: (set: readonly number[], i: number, j: number) => boolean;
  readonly effort: (candidate: number) => number;
}

const MOST_NODES = 20_000;

/** The fewest candidates that tell what all of them together tell; then those that part what is left alike. */
interface Chosen {
  readonly cover: readonly number[];
  readonly naming: readonly number[];
}

/**
 * The fewest candidates, `most` at most, that together tell every thing that all candidates tell; among sets as small, one that parts most of them and takes the
 * least effort. Sets of one, of two and so on are gone through, until {@link MOST_NODES} were looked at: then it is grown one by one.
 */
export function chooseReadings(choice: Choice, most: number): Chosen {
  const all = [...Array(choice.candidates).keys()];
  const visible = [...Array(choice.things).keys()].filter((i) => choice.tells(all, i));
  const grown = growing(choice, visible, most);
  const cover = fewest(choice, visible, grown);
  return { cover, naming: naming(choice, visible, cover, most) };
}

/** One by one, what tells most of what is left. */
function growing(choice: Choice, visible: readonly number[], most: number): number[] {
  const taken: number[] = [];
  let left = visible;
  while (left.length > 0 && taken.length < most) {
    const gain = (k: number) => left.filter((i) => choice.tells([...taken, k], i)).length - choice.effort(k) / 1000;
    const best = bestOf(choice.candidates, taken, gain);
    if (best === undefined) break;
    taken.push(best);
    left = left.filter((i) => !choice.tells(taken, i));
  }
  return taken;
}

function bestOf(candidates: number, taken: readonly number[], gain: (k: number) => number): number | undefined {
  let best: { readonly k: number; readonly gain: number } | undefined;
  for (let k = 0; k < candidates; k++) {
    if (taken.includes(k)) continue;
    const g = gain(k);
    if (!best || g > best.gain) best = { k, gain: g };
  }
  return best?.k;
}

function fewest(choice: Choice, visible: readonly number[], grown: readonly number[]): readonly number[] {
  let nodes = 0;
  let best = grown;
  let worth = worthOf(choice, visible, grown);
  const search = (taken: readonly number[], size: number): void => {
    if (nodes > MOST_NODES) return;
    if (taken.length === size) {
      nodes++;
      if (!visible.every((i) => choice.tells(taken, i))) return;
      const w = worthOf(choice, visible, taken);
      if (size < best.length || w > worth) [best, worth] = [taken, w];
      return;
    }
    for (let k = (taken.at(-1) ?? -1) + 1; k < choice.candidates; k++) search([...taken, k], size);
  };
  for (let size = 1; size <= grown.length && best.length === grown.length && nodes <= MOST_NODES; size++) search([], size);
  return best;
}

/** Gives how many pairs a set parts, less its effort. */
const worthOf = (choice: Choice, visible: readonly number[], set: readonly number[]): number =>
  -alike(choice, visible, set).length - set.reduce((sum, k) => sum + choice.effort(k), 0) / 100;

type Pair = readonly [number, number];

const alike = (choice: Choice, visible: readonly number[], set: readonly number[]): Pair[] =>
  visible.flatMap((i, n) => visible.slice(n + 1).flatMap((j): Pair[] => (choice.parts(set, i, j) ? [] : [[i, j]])));

/** One after the other, the reading that parts most of what is still alike. */
function naming(choice: Choice, visible: readonly number[], cover: readonly number[], most: number): number[] {
  const taken = [...cover];
  let left = alike(choice, visible, taken);
  while (taken.length < most && left.length > 0) {
    const gain = (k: number) => left.filter(([i, j]) => choice.parts([...taken, k], i, j)).length - choice.effort(k) / 1000;
    const best = bestOf(choice.candidates, taken, gain);
    if (best === undefined || gain(best) < 0.5) break;
    taken.push(best);
    left = left.filter(([i, j]) => !choice.parts(taken, i, j));
  }
  return taken.slice(cover.length);
}
