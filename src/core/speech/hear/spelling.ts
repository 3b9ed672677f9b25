/** Words shorter than this are not put right: too much would fit. */
const SHORTEST = 4;

/** Words that are one letter away: left out, put in, wrong, or two changed over. */
export class Spelling {
  private readonly byDelete = new Map<string, string[]>();

  constructor(words: readonly string[]) {
    for (const word of new Set(words)) {
      if (word.length < SHORTEST || /\d/.test(word)) continue;
      for (const key of [word, ...deletesOf(word)]) {
        const list = this.byDelete.get(key);
        if (list) list.push(word);
        else this.byDelete.set(key, [word]);
      }
    }
  }

  /** The words that may have been meant, those that begin alike first, in the order in which they were given. */
  near(word: string): readonly string[] {
    if (word.length < SHORTEST - 1 || /\d/.test(word)) return [];
    const found = new Set<string>();
    for (const key of [word, ...deletesOf(word)]) for (const w of this.byDelete.get(key) ?? []) if (isOneAway(word, w)) found.add(w);
    const alike = (w: string) => (w[0] === word[0] ? 0 : 1);
    return [...found].sort((a, b) => alike(a) - alike(b));
  }
}

const deletesOf = (word: string): string[] => Array.from(word, (_, i) => word.slice(0, i) + word.slice(i + 1));

/** True where two words are one slip apart: a letter left out, put in or wrong, or two changed over. */
export function isOneAway(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  let [j, k] = [a.length, b.length];
  while (j > i && k > i && a[j - 1] === b[k - 1]) {
    j--;
    k--;
  }
  const [x, y] = [a.slice(i, j), b.slice(i, k)];
  if (x.length <= 1 && y.length <= 1) return true;
  return x.length === 2 && y.length === 2 && x[0] === y[1] && x[1] === y[0];
}
