import { METRE_PER_SECOND_PER_FPM, PASCAL_PER_INCH_OF_WATER } from "../../model/quantity/quantity";
import { FRACTIONS, ONES, TENS } from "../lexicon/numbers";
import { isOneAway } from "./spelling";

/** Holds what a number's unit makes of it. `none`: no unit was said. `kilo`, `mega`, `milli`: a bare prefix. `degree`, `inch`: C or F, water or not, is not told. */
type SaidUnit =
  | "none"
  | "kilo"
  | "mega"
  | "milli"
  | "ohm"
  | "volt"
  | "amp"
  | "farad"
  | "celsius"
  | "fahrenheit"
  | "degree"
  | "second"
  | "pascal"
  | "inch"
  | "metre-per-second"
  | "watt"
  | "percent";

/** A number as it was said: SI but for what its unit leaves open; °C for both scales. */
export interface Amount {
  readonly value: number;
  readonly unit: SaidUnit;
  /** It can be read as another number too: 1,350. */
  readonly or?: number;
}

const UNITS: readonly (readonly [pattern: RegExp, unit: SaidUnit, factor: number])[] = [
  [/^(kΩ|kohms?|k ohms?|kilo ?ohms?|kilohms?|kr)$/i, "ohm", 1e3],
  [/^(M ?Ω|M ?ohms?|[mM]eg|[mM]egs|[mM]eg ?ohms?|MEG|mega|[mM]egΩ|mohms?|MOHMS?|m ohms?)$/, "ohm", 1e6],
  [/^(mΩ|milli ?ohms?)$/, "ohm", 1e-3],
  [/^(Ω|ohms?|r)$/i, "ohm", 1],
  [/^(v|volts?|vac|vdc|vrms|v ac|volt ac|volts ac)$/i, "volt", 1],
  [/^(mv|milli ?volts?)$/i, "volt", 1e-3],
  [/^(kv)$/i, "volt", 1e3],
  [/^(a|amps?|ampere|amperes)$/i, "amp", 1],
  [/^(ma|milli ?amps?)$/i, "amp", 1e-3],
  [/^(µf|uf|mfd|micro ?farads?|mikrofarads?|microf|µfd|ufd)$/i, "farad", 1e-6],
  [/^(nf|nano ?farads?)$/i, "farad", 1e-9],
  [/^(farads?)$/i, "farad", 1],
  [/^(° ?c|c|deg ?c|degrees? c|celsius|centigrade|degrees? celsius|degrees? centigrade|° celsius)$/i, "celsius", 1],
  [/^(° ?f|f|deg ?f|degrees? f|fahrenheit|degrees? fahrenheit)$/i, "fahrenheit", 1],
  [/^(°|deg|degs|degrees?)$/i, "degree", 1],
  [/^(s|secs?|seconds?|sek)$/i, "second", 1],
  [/^(min|mins|minutes?|minits?)$/i, "second", 60],
  [/^(h|hrs?|hours?)$/i, "second", 3600],
  [/^(pa|pascals?)$/i, "pascal", 1],
  [/^(hpa|mbar|millibars?|mb|mbars)$/i, "pascal", 100],
  [/^(kpa|kilo ?pascals?)$/i, "pascal", 1e3],
  [
    /^(in ?wc|in ?w\.?c\.?|iwc|inh2o|in h2o|inches of water|inch of water|inches water|inch water|in of water|inches wc|inch wc|inches w c|in w c|wc|" ?wc|" w\.?c\.?|" of water|inches h2o|inches of wc|inches water column|inches of water column|in water|inches w\.c\.?)$/i,
    "pascal",
    PASCAL_PER_INCH_OF_WATER,
  ],
  [/^(inch|inches|in|")$/i, "inch", 1],
  [/^(m ?\/ ?s|mps|m per s|metres? per second|meters? per second|m s)$/i, "metre-per-second", 1],
  [/^(fpm|ft ?\/ ?min|feet per minute|ft per min|feet a minute)$/i, "metre-per-second", METRE_PER_SECOND_PER_FPM],
  [/^(w|watts?)$/i, "watt", 1],
  [/^(kw|kilo ?watts?)$/i, "watt", 1e3],
  [/^(%|percent|per cent)$/i, "percent", 1],
  [/^k$/i, "kilo", 1e3],
  [/^kilo$/i, "kilo", 1e3],
  [/^M$/, "mega", 1e6],
  [/^m$/, "milli", 1],
];

/** Units as they are written out: a slip of one letter is put right. */
const WRITTEN = [
  "ohms",
  "volts",
  "amps",
  "seconds",
  "minutes",
  "minute",
  "second",
  "hours",
  "inches",
  "pascal",
  "celsius",
  "fahrenheit",
  "degrees",
  "megohm",
  "megohms",
  "microfarad",
  "microfarads",
  "kilohm",
  "mbar",
  "watts",
  "percent",
];

const unitCalled = (text: string): readonly [SaidUnit, number] | undefined => {
  const exact = unitWritten(text);
  if (exact || !/^[a-z]{4,}$/i.test(text)) return exact;
  const meant = WRITTEN.find((w) => isOneAway(text.toLowerCase(), w));
  return meant === undefined ? undefined : unitWritten(meant);
};

const unitWritten = (text: string): readonly [SaidUnit, number] | undefined => {
  const found = UNITS.find(([pattern]) => pattern.test(text));
  return found && [found[1], found[2]];
};

/** True for a unit that is written out, or `k`: a letter or “in” may be another word. */
export const isUnit = (word: string): boolean => (word.length > 2 || /^k$/i.test(word)) && unitWritten(word) !== undefined;

const FAHRENHEIT = (f: number): number => ((f - 32) * 5) / 9;

const NUMBER = /^[-+]?(?:\d+(?:[.,]\d+)?|[.,]\d+)(?:e[-+]?\d+)?/i;
/** Longest unit that is looked for, in characters. */
const UNIT_TAIL =
  /^( ?)((?:" ?(?:of water|w\.?c\.?)?|° ?[cfCF]?|%|[a-zA-ZΩµ°][a-zA-Z0-9Ωµ/.]*)(?: (?:of water column|of water|of wc|water column|water|w\.?c\.?|wc|h2o|ohms?|per second|per minute|a minute|celsius|centigrade|fahrenheit|[cfCF]|ac|cent|s|farads?|amps?|volts?)(?![a-z]))?)/;

/** A number with its unit at the head of `text`, and how many characters it takes; `undefined` where there is none. */
export function amountAt(text: string): { readonly amount: Amount; readonly length: number } | undefined {
  const coded = /^(\d+)([rRkKmM])(\d+)(?![a-zA-Z0-9])/.exec(text);
  if (coded) {
    const [all, whole = "", letter = "", rest = ""] = coded;
    const factor = { r: 1, k: 1e3, m: 1e6 }[letter.toLowerCase()] ?? 1;
    const tail = /^ ?(?:Ω|ohms?)(?![a-z])/i.exec(text.slice(all.length))?.[0] ?? "";
    return { amount: { value: Number(`${whole}.${rest}`) * factor, unit: "ohm" }, length: all.length + tail.length };
  }
  const spoken = /^(\d+) point (\d+)(?!\d)/i.exec(text);
  const number = spoken?.[0] ?? NUMBER.exec(text)?.[0];
  if (number === undefined) return undefined;
  const digits = spoken ? `${spoken[1]}.${spoken[2]}` : number.replace(",", ".");
  const plain = Number(digits);
  const or = /^[1-9]\d{0,2},\d{3}$/.test(number) ? Number(number.replace(",", "")) : undefined;
  const unit = unitAfter(text.slice(number.length));
  if (unit === undefined)
    return /^[a-z]/i.test(text.slice(number.length)) ? undefined : { amount: amountOf(plain, "none", 1, or), length: number.length };
  return { amount: amountOf(plain, unit.unit, unit.factor, or), length: number.length + unit.length };
}

const amountOf = (value: number, unit: SaidUnit, factor: number, or: number | undefined): Amount => {
  const si = (x: number) => (unit === "fahrenheit" ? FAHRENHEIT(x) : x * factor);
  return { value: si(value), unit, ...(or !== undefined && { or: si(or) }) };
};

/** The longest unit that stands behind a number, glued or after one space. */
function unitAfter(rest: string): { unit: SaidUnit; factor: number; length: number } | undefined {
  const tail = UNIT_TAIL.exec(rest);
  if (!tail) return undefined;
  const [, space = "", said = ""] = tail;
  const words = said.split(" ");
  for (let n = words.length; n > 0; n--) {
    const text = words.slice(0, n).join(" ");
    const trimmed = text.replace(/\.$/, "");
    const found = unitCalled(trimmed);
    const glued = space === "";
    // “3 in the evening”, “2 a side”, “a 10 m walk”: what could be a plain word is a unit only where it is glued or stands last.
    const after = rest.slice(space.length + text.length);
    if (
      found &&
      !glued &&
      /^(a|in|m|f|c|h|w|v)$/.test(trimmed) &&
      /^ [a-z]/i.test(after) &&
      !/^ (and|to|on|at|with|across|over|hot|cold|warm|when|but|is|through|from|between|after|or)\b/i.test(after) &&
      !(trimmed === "v" || trimmed === "c")
    )
      continue;
    if (found) return { unit: found[0], factor: found[1], length: space.length + trimmed.length };
  }
  return undefined;
}

/** Gives what a word counts; 1 for “a”, “another”. */
const countOf = (word = ""): number => [ONES, TENS, FRACTIONS].map((of) => of.get(word.toLowerCase())).find((n) => n !== undefined) ?? 1;

const WORDED =
  /^(?:(half|quarter)(?: of)? an? (hour|minute|second)|(?:a )?(couple) (?:of )?(minutes?|mins?|seconds?|secs?|hours?)|(an?|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|ninety|another|half)(?: ?-? ?(five|odd|good|full|whole))? (minutes?|mins?|seconds?|secs?|hours?)(?: and a (half))?)\b/i;

/** A time in words at the head of `text`: “half a minute”, “ten minutes”. */
export function timeInWordsAt(text: string): { readonly amount: Amount; readonly length: number } | undefined {
  const found = WORDED.exec(text);
  if (!found) return undefined;
  const [all, part, partUnit, couple, coupleUnit, count, extra, unit, half] = found;
  const factor = (u: string) => (/^h/i.test(u) ? 3600 : /^m/i.test(u) ? 60 : 1);
  if (part) return { amount: { value: countOf(part) * factor(partUnit ?? ""), unit: "second" }, length: all.length };
  if (couple) return { amount: { value: 2 * factor(coupleUnit ?? ""), unit: "second" }, length: all.length };
  const n = countOf(count) + (extra?.toLowerCase() === "five" ? 5 : 0) + (half ? 0.5 : 0);
  return { amount: { value: n * factor(unit ?? ""), unit: "second" }, length: all.length };
}
