const counted = (words: string, by = 1): [string, number][] => words.split(" ").map((word, i) => [word, i * by]);

/** Below twenty. */
export const ONES: ReadonlyMap<string, number> = new Map([
  ...counted(
    "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen",
  ),
  ...["nought", "naught", "oh"].map((word): [string, number] => [word, 0]),
]);
export const TENS: ReadonlyMap<string, number> = new Map(
  counted("zero ten twenty thirty forty fifty sixty seventy eighty ninety", 10).slice(2),
);
export const SCALES: ReadonlyMap<string, number> = new Map([
  ["hundred", 100],
  ["thousand", 1000],
]);
export const FRACTIONS: ReadonlyMap<string, number> = new Map([
  ["half", 0.5],
  ["quarter", 0.25],
]);
