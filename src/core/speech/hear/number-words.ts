import { FRACTIONS, ONES, SCALES, TENS } from "../lexicon/numbers";
import { isUnit } from "./amounts";

/**
 * Writes numbers that are said in words as figures: “ten point eight”, “one forty five”, “two thirty eight”, “thirteen hundred”, “twenty two
 * and a half”, “half an ohm”. One word alone is left as it is unless a unit follows: “five ohms”, not “one fell off”; so is any run of number words that is no number (“two three”).
 */
export function withFigures(text: string): string {
  const pieces = text.split(/( +)/);
  const words = pieces.filter((_, i) => i % 2 === 0);
  let out = "";
  for (let i = 0; i < words.length; ) {
    const found = numberAt(words, i);
    out += (i === 0 ? "" : (pieces[2 * i - 1] ?? "")) + (found?.says ?? words[i]);
    i += found?.used ?? 1;
  }
  return out;
}

interface Said {
  readonly says: string;
  readonly used: number;
}

/** A word as it is compared: without the mark behind it, which ends the number. */
const bare = (word = ""): string => word.toLowerCase().replace(/[,.;:!?)]+$/, "");
const markOf = (word = ""): string => /[,.;:!?)]+$/.exec(word)?.[0] ?? "";

function numberAt(words: readonly string[], from: number): Said | undefined {
  const part = fractionOfUnit(words, from);
  if (part) return part;
  const whole = wholeAt(words, from);
  if (!whole) return undefined;
  let { value, used } = whole;
  let says = String(value);
  const at = (k: number): string => (markOf(words[from + k - 1]) === "" ? bare(words[from + k]) : "");
  if (at(used) === "point") {
    const digits: string[] = [];
    for (let k = used + 1; (ONES.get(at(k)) ?? 10) < 10; k++) digits.push(String(ONES.get(at(k))));
    if (digits.length === 0) return undefined;
    says += `.${digits.join("")}`;
    used += 1 + digits.length;
  } else if (at(used) === "and" && /^(a|one)$/.test(at(used + 1)) && FRACTIONS.has(at(used + 2))) {
    value += FRACTIONS.get(at(used + 2)) ?? 0;
    says = String(value);
    used += 3;
  }
  if (used === 1 && !isUnit(at(1))) return undefined;
  return { says: says + markOf(words[from + used - 1]), used };
}

/** “half an ohm”, “half a volt”. */
function fractionOfUnit(words: readonly string[], from: number): Said | undefined {
  const [part, article, unit] = [0, 1, 2].map((k) => bare(words[from + k]));
  const value = FRACTIONS.get(part ?? "");
  if (value === undefined || !/^(a|an|of)$/.test(article ?? "") || !isUnit(unit ?? "")) return undefined;
  return { says: String(value), used: 2 };
}

/** “forty five”, “thirteen hundred”, “two hundred and thirty eight”, and as a meter is read aloud, “one forty five”, “one oh five”. */
function wholeAt(words: readonly string[], from: number): { value: number; used: number } | undefined {
  let last = from;
  const next = (k: number): string => {
    for (; last < k; last++) if (markOf(words[last]) !== "") return "";
    return bare(words[k]);
  };
  const first = belowHundred(next, from);
  if (!first) return undefined;
  let { value, used } = first;
  const scale = SCALES.get(next(from + used));
  if (scale !== undefined) {
    const joined = next(from + used + 1) === "and" ? 1 : 0;
    const rest = belowHundred(next, from + used + 1 + joined);
    value = value * scale + (rest?.value ?? 0);
    used += 1 + (rest ? joined + rest.used : 0);
  } else if (used === 1 && value > 0 && value < 10) {
    const isOh = next(from + 1) === "oh";
    const rest = belowHundred(next, from + (isOh ? 2 : 1));
    if (rest && (isOh ? rest.value < 10 : rest.value >= 10)) {
      value = value * 100 + rest.value;
      used += rest.used + (isOh ? 1 : 0);
    }
  }
  return { value, used };
}

function belowHundred(next: (k: number) => string, at: number): { value: number; used: number } | undefined {
  const tens = TENS.get(next(at));
  if (tens !== undefined) {
    const ones = ONES.get(next(at + 1)) ?? 0;
    return ones > 0 && ones < 10 ? { value: tens + ones, used: 2 } : { value: tens, used: 1 };
  }
  const one = ONES.get(next(at));
  return one === undefined ? undefined : { value: one, used: 1 };
}
