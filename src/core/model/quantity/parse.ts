import { decimalIn } from "./decimal";
import { fahrenheitToCelsius, PASCAL_PER_INCH_OF_WATER, PASCAL_PER_PSI, type Quantity, type Unit } from "./quantity";

type QuantityResult =
  | { readonly ok: true; readonly quantity: Quantity /** False when the unit was taken from `expected`. */; readonly unitGiven: boolean }
  | { readonly ok: false; readonly message: string };

const ACCEPTED = "a number with its unit, such as 0.3, 11.2k, 1.2M, 238 V, 22 A, 61 C, 142 F, 20 s, 0.6 inwc, or OL";

/** Suffix (lower case, but for k/M prefixes) → unit and factor. `null` unit: a bare prefix, the unit is the expected one. */
const SUFFIXES: readonly [pattern: RegExp, unit: Unit | null, toSi: (x: number) => number][] = [
  [/^$/, null, (x) => x],
  [/^[kK]$/, null, (x) => x * 1e3],
  [/^M$/, null, (x) => x * 1e6],
  [/^(Ω|Ω|ohms?|r)$/i, "ohm", (x) => x],
  [/^k ?(Ω|Ω|ohms?)$/i, "ohm", (x) => x * 1e3],
  [/^(M ?(Ω|Ω|[Oo]hms?)|[Mm]eg(ohms?)?)$/, "ohm", (x) => x * 1e6],
  [/^m ?(Ω|Ω|[Oo]hms?)$/, "ohm", (x) => x * 1e-3],
  [/^(v|volts?|v ?ac|v ?dc)$/i, "volt", (x) => x],
  [/^mv( ?ac| ?dc)?$/i, "volt", (x) => x * 1e-3],
  [/^kv$/i, "volt", (x) => x * 1e3],
  [/^(a|amps?|amperes?|a ?ac|a ?dc)$/i, "amp", (x) => x],
  [/^ma( ?ac| ?dc)?$/i, "amp", (x) => x * 1e-3],
  [/^[µμu]a$/i, "amp", (x) => x * 1e-6],
  [/^(w|watts?)$/i, "watt", (x) => x],
  [/^kw$/i, "watt", (x) => x * 1e3],
  [/^((°|º|deg) ?c|c|celsius|℃)$/i, "celsius", (x) => x],
  [/^((°|º|deg) ?f|f|fahrenheit|℉)$/i, "celsius", fahrenheitToCelsius],
  [/^(s|secs?|seconds?)$/i, "second", (x) => x],
  [/^(pa|pascals?)$/i, "pascal", (x) => x],
  [/^kpa$/i, "pascal", (x) => x * 1e3],
  [/^(hpa|mbar)$/i, "pascal", (x) => x * 100],
  [/^(in ?wc|in ?w\.?c\.?|in ?h2o)$/i, "pascal", (x) => x * PASCAL_PER_INCH_OF_WATER],
  [/^[µμu]f$/i, "farad", (x) => x * 1e-6],
  [/^nf$/i, "farad", (x) => x * 1e-9],
  [/^psi$/i, "pascal", (x) => x * PASCAL_PER_PSI],
  [/^(kelvin)$/i, "celsius", (x) => x - 273.15],
  [/^(hz|hertz)$/i, "hertz", (x) => x],
  [/^khz$/i, "hertz", (x) => x * 1e3],
  [/^(%|% ?rh|percent)$/i, "percent", (x) => x],
  [/^m\/s$/i, "metre-per-second", (x) => x],
  [/^(min|mins|minutes?)$/i, "second", (x) => x * 60],
];

/** A unit as people and meters write it, with what makes SI of it; `undefined` for other words. */
export function unitWritten(text: string): { readonly unit: Unit; readonly toSi: (x: number) => number } | undefined {
  const found = SUFFIXES.find(([pattern, unit]) => unit !== null && pattern.test(text.trim()));
  return found?.[1] ? { unit: found[1], toSi: found[2] } : undefined;
}

/**
 * Reads an amount as people write it. `expected` gives the unit of a bare number or a bare prefix (`11.2k`).
 * A decimal comma is taken (`0,3`); `1,350` is refused because it can be read two ways.
 * `parseQuantity("11.2k", "ohm")` → 11200 Ω.
 */
export function parseQuantity(text: string, expected?: Unit): QuantityResult {
  const trimmed = text.trim();
  if (/^(ol|o\.l\.?|o\/l|∞|overload)$/i.test(trimmed)) return overloadOf(expected ?? "ohm");
  const match = /^([-+]?)(\d+(?:[.,]\d*)?|[.,]\d+) ?(\D{0,12})$/.exec(trimmed);
  if (!match) return refuse(trimmed);
  const [, sign, digits, suffix] = match as unknown as [string, string, string, string];
  if (/^[1-9]\d{0,2},\d{3}$/.test(digits)) {
    const plain = digits.replace(",", "");
    return { ok: false, message: `“${trimmed}” can be read two ways: write ${plain} or ${digits.replace(",", ".")}` };
  }
  if (suffix.trim() === "m") {
    return { ok: false, message: `“${trimmed}” can be read two ways: write M for mega, mΩ for milliohm, min for minutes` };
  }
  const number = decimalIn(`${sign}${digits}`);
  for (const [pattern, unit, toSi] of SUFFIXES) {
    if (!pattern.test(suffix.trim())) continue;
    const chosen = unit ?? expected;
    if (!chosen) return { ok: false, message: `“${trimmed}” has no unit: add Ω, V, A, W, C, F, s or Pa` };
    return check({ unit: chosen, value: toSi(number), overload: false }, trimmed, unit !== null);
  }
  return refuse(trimmed);
}

function overloadOf(unit: Unit): QuantityResult {
  if (unit !== "ohm") return { ok: false, message: "OL is a reading in ohms (an open line); expected a number here" };
  return { ok: true, quantity: { unit, value: Infinity, overload: true }, unitGiven: true };
}

function check(quantity: Quantity, text: string, unitGiven: boolean): QuantityResult {
  if (!Number.isFinite(quantity.value)) return refuse(text);
  if (quantity.value < 0 && (quantity.unit === "ohm" || quantity.unit === "second")) {
    return { ok: false, message: `“${text}” is below zero: ${quantity.unit === "ohm" ? "a resistance" : "a time"} can't be` };
  }
  if (quantity.unit === "celsius" && quantity.value < -273.15) {
    return { ok: false, message: `“${text}” is below absolute zero` };
  }
  return { ok: true, quantity, unitGiven };
}

const refuse = (text: string): QuantityResult => ({
  ok: false,
  message: `“${text.slice(0, 50)}” is not an amount I can read; expected ${ACCEPTED}`,
});
