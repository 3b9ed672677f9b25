import type { Hint, Judgement } from "../judging/judge";
import { type Limits, WARMTH_MATTERS } from "../judging/limits";
import type { Interval, Verdict } from "../judging/verdict";
import { formatValue } from "../quantity/format";

export const VERDICT_SAYS: Record<Verdict, string> = { pass: "Pass", fail: "Fail", "cant-tell": "Can’t tell" };

const ohms = (x: number): string => formatValue(x, "ohm");

/** “9.6 to 11.8 Ω”, “under 0.5 Ω”, “OL”. */
export function limitsSay({ of, low, high }: Pick<Limits, "of" | "low" | "high">): string {
  if (of === "insulation") return `OL, or over ${ohms(low)}`;
  if (of === "open") return "OL";
  return rangeSays({ low, high });
}

/** Below this a resistance is said as none, Ω. */
const LEAST_SAID = 0.05;

function rangeSays({ low, high }: Interval): string {
  if (low === Infinity) return "OL";
  return low < LEAST_SAID
    ? `under ${ohms(high)}`
    : `${ohms(low).replace(/ [kM]?Ω$/, (unit) => (ohms(high).endsWith(unit) ? "" : unit))} to ${ohms(high)}`;
}

/** The verdict with the numbers that made it, in one sentence. */
export function judgementSays({ verdict, shown, may, limits }: Judgement): string {
  const healthy = limitsSay(limits);
  if (shown === Infinity) return verdict === "pass" ? "OL, as it should be." : `Open; a healthy one reads ${healthy}.`;
  const so = `In truth ${rangeSays(may)}`;
  if (verdict !== "fail" && limits.low <= 0) return `${so}; a healthy one reads ${healthy}.`;
  if (verdict === "pass") return `${so}: within the healthy ${healthy}.`;
  if (verdict === "cant-tell") return `${so}, partly outside the healthy ${healthy}.`;
  if (limits.low === Infinity || limits.of === "open" || limits.of === "insulation") return `${so}; a healthy one reads ${healthy}.`;
  const off = may.high < limits.low ? `${ohms(limits.low - may.high)} under` : `${ohms(may.low - limits.high)} over`;
  return `${so}: ${off} the healthy ${healthy}.`;
}

/** From here on nobody asks what the leads add, Ω. */
const LEADS_MATTER = 100;

/** What made the numbers: leads, meter, rating, temperature. */
export function numbersSay({ shown, leads, meter, limits }: Judgement): string {
  const lead = leads.known
    ? `, less leads ${ohms((leads.low + leads.high) / 2)}`
    : shown < LEADS_MATTER
      ? `, leads not zeroed: they may add up to ${ohms(leads.high)}`
      : "";
  const accuracy =
    meter && `It may be off by ${meter.range.percentOfReading}\u00a0% and ${meter.range.digits} digits of ${ohms(meter.range.digitSize)}`;
  const { rated, warmth } = limits;
  const rating =
    rated &&
    `rated ${ohms(rated.ohms)} ± ${Math.round(rated.tolerance * 100)}\u00a0%${warmth && (warmth.said || warmth.share > WARMTH_MATTERS) ? ` at ${formatValue(warmth.celsius, "celsius")}${warmth.said ? "" : " (assumed)"}` : ""}`;
  const said = [shown === Infinity ? undefined : `Meter shows ${ohms(shown)}${lead}`, shown === Infinity ? undefined : accuracy, rating];
  return said
    .filter((s) => s !== undefined)
    .map((s) => `${s.charAt(0).toUpperCase()}${s.slice(1)}.`)
    .join(" ");
}

export const HINT_SAYS: Record<Hint, string> = {
  "zero-leads": "Short the leads, read them, and read it again: the leads decide here.",
  finger: "A finger across the tips reads like this: hold the tips by their grips and read again.",
  "coil-cold": "A coil that is good cold may open hot: this does not clear it.",
  "warm-it": "Closed when cold; that it opens is proven by warming it.",
  "other-state": "Read it in its other position too.",
  "part-temperature": "Its own temperature decides: let it settle, say how warm it is.",
  "too-coarse": "This meter may be off by much of what the limits allow: a lower range, or a finer meter.",
  "touch-metal": "An OL may be lacquer under a tip: scratch to bare metal and read again.",
};
