import { formatValue } from "../../../model/quantity/format";
import type { Unit } from "../../../model/quantity/quantity";
import type { Hint, Judgement } from "../../../reason/judging/judge";
import { type Limits, MATTERS } from "../../../record/finding/limits/limits";
import type { Interval, Verdict } from "../../../record/finding/limits/verdict";

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
  if (limits.of === "unknown") return "The wiring sheet doesn't say what it should read.";
  if (shown === Infinity) return verdict === "pass" ? "OL. That's normal here." : `Open. A good one reads ${healthy}.`;
  const so = `Actual ${rangeSays(may, unit)}`;
  if (verdict !== "fail" && limits.low <= 0) return `${so}. Normal is ${healthy}.`;
  if (verdict === "pass") return `${so}. Normal is ${healthy}.`;
  if (verdict === "cant-tell") return `${so}. Could be in or out of normal, ${healthy}.`;
  if (limits.of === "open" || limits.of === "insulation") return `${so}. Normal is ${healthy}.`;
  const off =
    may.high < limits.low ? `${formatValue(limits.low - may.high, unit)} under` : `${formatValue(may.low - limits.high, unit)} over`;
  return `${so}, ${off}. Normal is ${healthy}.`;
}

/** Of a contact that was warmed: whether it opened as it should. */
function actsSay({ celsius, warm }: NonNullable<Limits["acts"]>, shown: number, verdict: Verdict): string {
  const at = formatValue(celsius, "celsius");
  const was = warm === "hot" ? "when heated" : `at ${formatValue(warm, "celsius")}`;
  if (verdict === "cant-tell")
    return `It acts near ${at}. ${warm === "hot" ? "Heated" : `At ${formatValue(warm, "celsius")}`}, this can't tell.`;
  const open = shown === Infinity;
  if (verdict === "pass")
    return open ? `Open ${was}. That's normal: it acts at ${at}.` : `Still closed ${was}. That's normal: it acts at ${at}.`;
  return open
    ? `Open ${was}; should open at ${at}. Bad.`
    : `Still closed ${was}: stuck closed, should open at ${at}. Bad, and a fire hazard.`;
}

/** From here on nobody asks what the leads add, Ω. */
const LEADS_MATTER = 100;

/** Gives what made the numbers: leads, meter, rating, temperature, supply. */
export function numbersSay({ unit, shown, leads, meter, limits }: Judgement): string {
  const value = (x: number) => formatValue(x, unit);
  const lead =
    unit !== "ohm"
      ? ""
      : leads.known
        ? `, minus leads ${value((leads.low + leads.high) / 2)}`
        : shown < LEADS_MATTER
          ? `, leads not zeroed: up to ${value(leads.high)} of this is leads`
          : "";
  const accuracy = meter && `meter accuracy ±(${meter.range.percentOfReading}% + ${meter.range.digits} counts)`;
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
  return [`rated ${formatValue(rated.value, unit)} ±${Math.round(rated.tolerance * 100)}%`, ...heeded].join(" ");
}

export const HINT_SAYS: Record<Hint, string> = {
  "zero-leads": "Zero the leads and read again. Lead ohms decide this one.",
  finger: "Fingers on the tips read like this. Hold the probes by the insulated grips and read again.",
  "coil-cold": "Good cold doesn't clear a coil. It can open hot.",
  "warm-it": "Closed cold is half the test. Heat it to prove it opens.",
  "other-state": "Read it in its other position too.",
  "part-temperature": "Its temperature decides this one. Let it settle, then enter it.",
  "too-coarse": "Meter too coarse for this part. Use a lower range or a better meter.",
  warmer: "It's near its trip point. Heat it more, then read again.",
  "measure-supply": "Supply volts decide this one. Read the supply first.",
  "one-wire": "Clamp one wire only. Two cancel out.",
  "below-zero": "⚠ Lower than the leads alone. Stop and check for voltage. Then check the range.",
  "insulation-tester": "A meter can't prove insulation. Use an insulation tester at 500 V.",
  "wires-on": "It would read this with wires connected. Are they off?",
  "range-too-high": "Range too high. Go down one.",
  "touch-metal": "OL may be varnish under the tip. Scratch to bare metal.",
};
