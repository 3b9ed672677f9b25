/** Nothing entered for longer than this, and nobody was at it. */
const MOST_GAP_MINUTES = 40;

/** Minutes spent on a visit, by the times of its entries (in any order): gaps are counted up to {@link MOST_GAP_MINUTES}, longer ones are between visits. */
export function visitMinutes(times: readonly string[]): number {
  const at = times.map((t) => Date.parse(t)).toSorted((a, b) => a - b);
  const gaps = at.slice(1).map((t, i) => (t - (at[i] ?? t)) / 60_000);
  return Math.round(gaps.filter((g) => g <= MOST_GAP_MINUTES).reduce((a, b) => a + b, 0));
}
