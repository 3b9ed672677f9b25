import { item } from "../../../../model/array/at";
import type { Amount } from "../../amounts";
import { has } from "../../clause";
import type { Chunk } from "../../senses";

/** A value in a saying: a number, or a word of the meter such as “open” or “beeps”. */
export interface Said {
  readonly at: number;
  readonly amount?: Amount;
  readonly word?: "OL" | 0;
}

/** Holds what is measured here, and the chunks that say so. */
export interface Group {
  readonly said: Said;
  readonly from: number;
  readonly to: number;
}

/** Values in a saying, in order; a temperature beside another value tells how warm the part was, and is none. */
export function valuesIn(chunks: readonly Chunk[]): Said[] {
  const amounts = chunks.flatMap((c, at): Said[] =>
    c.amount &&
    c.amount.unit !== "second" &&
    c.amount.unit !== "percent" &&
    c.amount.unit !== "watt" &&
    !isDenied(chunks, at) &&
    !isYear(chunks, at)
      ? [{ at, amount: c.amount }]
      : [],
  );
  // A temperature beside another value tells how warm the part was.
  const main = amounts.filter((s) => !isWarmth(s.amount));
  const numbers = main.length > 0 ? main : amounts;
  const words = chunks.flatMap((c, at): Said[] => {
    if (
      (has(c, "open") || (OPENS.test(c.text) && chunks.some((x) => has(x, "whileHot")))) &&
      !chunks[at - 1]?.senses.some((s) => s.is === "word" && s.tag === "no")
    )
      return [{ at, word: "OL" }];
    return has(c, "closed") && !isDenied(chunks, at) && !(/short/.test(c.text) && chunks.some((x) => has(x, "cabinet")))
      ? [{ at, word: 0 }]
      : [];
  });
  // “OL open”: the second word tells how the switch stood.
  const single = words.filter((w, i) => !(i > 0 && chunks[w.at]?.text === "open" && words[i - 1]?.at === w.at - 1));
  const settled = withoutOwnTemperature(chunks, numbers);
  // “11.2, open”: each its own; but “shorted 0.2” or “open OL” is one value.
  return [...settled, ...single.filter((w) => !settled.some((n) => Math.abs(n.at - w.at) <= 2))].sort((a, b) => a.at - b.at);
}

/** “opens when heated”: what it reads then. */
const OPENS = /^(opens|opened|goes open|opens up)$/;

export const isWarmth = (amount: Amount | undefined): boolean =>
  amount?.unit === "celsius" || amount?.unit === "fahrenheit" || amount?.unit === "degree";
/** “fitted in 2019”. */
const isYear = (chunks: readonly Chunk[], at: number): boolean => {
  const { value = 0, unit } = chunks[at]?.amount ?? {};
  return (
    unit === "none" &&
    Number.isInteger(value) &&
    value >= 1950 &&
    value < 2100 &&
    /^(in|since|from|of|year|until|by)$/.test(chunks[at - 1]?.text ?? "")
  );
};
const isDenied = (chunks: readonly Chunk[], at: number): boolean =>
  has(chunks[at - 1], "no") || (has(chunks[at - 2], "no") && (chunks[at - 1]?.filler ?? false));

/** “8.2k at 30”: the second bare number is how warm it was. */
function withoutOwnTemperature(chunks: readonly Chunk[], numbers: readonly Said[]): Said[] {
  return numbers.filter((s, i) => !(i > 0 && s.amount?.unit === "none" && ownTemperature(chunks, s.at, numbers[i - 1]?.amount)));
}

export const ownTemperature = (chunks: readonly Chunk[], at: number, before: Amount | undefined): boolean =>
  chunks[at - 1]?.text === "at" &&
  before !== undefined &&
  ["ohm", "kilo"].includes(before.unit) &&
  (item(chunks, at).amount?.value ?? 0) < 130;

/** Each value with the chunks that go with it: those before it, back to the value before; the last takes the rest. */
export function groupsOf(chunks: readonly Chunk[], said: readonly Said[]): Group[] {
  return said.map((s, i) => {
    const from = i === 0 ? 0 : (said[i - 1]?.at ?? -1) + 1;
    const to = i === said.length - 1 ? chunks.length : s.at + 1;
    return { said: s, from, to };
  });
}

export const inRange = ({ from, to }: Group, at: number): boolean => at >= from && at < to;
