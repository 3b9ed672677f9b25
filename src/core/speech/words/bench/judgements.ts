import { formatValue } from "../../../model/quantity/format";
import type { Unit } from "../../../model/quantity/quantity";
import type { Hint, Judgement } from "../../../reason/judging/judge";
import { type Limits, MATTERS } from "../../../reason/judging/limits";
import type { Interval, Verdict } from "../../../reason/judging/verdict";

export const VERDICT_SAYS: Record<Verdict, string> = { pass: "Pass", fail: "Fail", "cant-tell": "Can’t tell" };

/** “9.6 to 11.8 Ω”, “under 0.5 Ω”, “OL”. */
export function limitsSay({ unit, of, low, high }: Pick<Limits, "unit" | "of" | "low" | "high">): string {
  switch (of) {
    case "insulation":
      return `OL, or over ${formatValue(low, unit)}`;
    case "open":
      return "OL";
    case "unknown":
      return "not known";
    default:
      return rangeSays({ low, high }, unit);
  }
}

/** Below this share of the upper end a lower end is said as none. */
const NONE = 0.1;
/** And below this, Ω. */
const LEAST_SAID_OHM = 0.05;

function rangeSays({ low, high }: Interval, unit: Unit): string {
  if (low === Infinity) return "OL";
  const [from, to] = [formatValue(low, unit), formatValue(high, unit)];
  if (low === 0 || (unit === "ohm" && low < LEAST_SAID_OHM && low < high * NONE)) return `under ${to}`;
  const symbol = / \S+$/.exec(to)?.[0] ?? "";
  return `${from.endsWith(symbol) ? from.slice(0, -symbol.length) : from} to ${to}`;
}

/** The verdict with the numbers that made it, in one sentence. */
export function judgementSays({ unit, verdict, shown, may, limits }: Judgement): string {
  const healthy = limitsSay(limits);
  if (limits.acts) return actsSay(limits.acts, shown, verdict);
  if (limits.of === "unknown") return "The sheet does not say what it should read.";
  if (shown === Infinity) return verdict === "pass" ? "OL, as it should be." : `Open; a healthy one reads ${healthy}.`;
  const so = `In truth ${rangeSays(may, unit)}`;
  if (verdict !== "fail" && limits.low <= 0) return `${so}; a healthy one reads ${healthy}.`;
  if (verdict === "pass") return `${so}: within the healthy ${healthy}.`;
  if (verdict === "cant-tell") return `${so}, partly outside the healthy ${healthy}.`;
  if (limits.of === "open" || limits.of === "insulation") return `${so}; a healthy one reads ${healthy}.`;
  const off =
    may.high < limits.low ? `${formatValue(limits.low - may.high, unit)} under` : `${formatValue(may.low - limits.high, unit)} over`;
  return `${so}: ${off} the healthy ${healthy}.`;
}

/** Of a contact that was warmed: whether it opened as it should. */
function actsSay({ celsius, warm }: NonNullable<Limits["acts"]>, shown: number, verdict: Verdict): string {
  const at = formatValue(celsius, "celsius");
  const was = warm === "hot" ? "warmed" : `at ${formatValue(warm, "celsius")}`;
  if (verdict === "cant-tell") return `It acts at about ${at}, and was ${was}: open or closed, either is right.`;
  const open = shown === Infinity;
  if (verdict === "pass")
    return open ? `Open ${was}, as it should be: it acts at ${at}.` : `Still closed ${was}, as it should be: it acts at ${at}.`;
  return open ? `Open ${was} already: it should act at ${at}.` : `Still closed ${was}: it should have opened at ${at}.`;
}

/** From here on nobody asks what the leads add, Ω. */
const LEADS_MATTER = 100;

/** What made the numbers: leads, meter, rating, temperature, supply. */
export function numbersSay({ unit, shown, leads, meter, limits }: Judgement): string {
  const value = (x: number) => formatValue(x, unit);
  const lead =
    unit !== "ohm"
      ? ""
      : leads.known
        ? `, less leads ${value((leads.low + leads.high) / 2)}`
        : shown < LEADS_MATTER
          ? `, leads not zeroed: they may add up to ${value(leads.high)}`
          : "";
  const accuracy =
    meter && `It may be off by ${meter.range.percentOfReading}\u00a0% and ${meter.range.digits} digits of ${value(meter.range.digitSize)}`;
  const said = [
    shown === Infinity ? undefined : `Meter shows ${value(shown)}${lead}`,
    shown === Infinity ? undefined : accuracy,
    ratedSays(limits),
    limits.testVolts === undefined ? undefined : `At ${formatValue(limits.testVolts, "volt")}`,
  ];
  return said
    .filter((s) => s !== undefined)
    .map((s) => `${s.charAt(0).toUpperCase()}${s.slice(1)}.`)
    .join(" ");
}

function ratedSays({ unit, rated, warmth, supply }: Limits): string | undefined {
  if (!rated) return undefined;
  const heeded = [
    warmth && (warmth.said || warmth.share > MATTERS)
      ? `at ${formatValue(warmth.celsius, "celsius")}${warmth.said ? "" : " (assumed)"}`
      : undefined,
    supply ? `on ${formatValue(supply.volts, "volt")}${supply.said ? "" : " (assumed)"}` : undefined,
  ].filter((s) => s !== undefined);
  return [`rated ${formatValue(rated.value, unit)} ± ${Math.round(rated.tolerance * 100)}\u00a0%`, ...heeded].join(" ");
}

export const HINT_SAYS: Record<Hint, string> = {
  "zero-leads": "Short the leads, read them, and read it again: the leads decide here.",
  finger: "A finger across the tips reads like this: hold the tips by their grips and read again.",
  "coil-cold": "A coil that is good cold may open hot: this does not clear it.",
  "warm-it": "Closed when cold; that it opens is proven by warming it.",
  "other-state": "Read it in its other position too.",
  "part-temperature": "Its own temperature decides: let it settle, say how warm it is.",
  "too-coarse": "This meter may be off by much of what the limits allow: a lower range, or a finer meter.",
  warmer: "About as warm as it acts: warm it more, then read again.",
  "measure-supply": "The volts that feed it decide: measure the supply, then judge again.",
  "one-wire": "A clamp round two wires shows nothing: put it round one.",
  "below-zero": "Less than the leads alone: is the meter on ohms, and is nothing live?",
  "insulation-tester": "An ohm-meter’s few volts do not prove insulation: test it at 500 V.",
  "wires-on": "With its wires still on it would read this: are they off?",
  "range-too-high": "Read in coarse steps: a lower range shows a digit more, and that may turn it.",
  "touch-metal": "An OL may be lacquer under a tip: scratch to bare metal and read again.",
};
