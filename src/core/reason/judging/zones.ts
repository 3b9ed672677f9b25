import type { Meter } from "../../model/instrument/meter";
import { truthOf } from "../../record/finding/limits/assess";
import type { Limits } from "../../record/finding/limits/limits";
import { type Verdict, verdictOf } from "../../record/finding/limits/verdict";

/** A stretch of what a meter may show, with the verdict that it would get. In the unit of the limits. */
interface Zone {
  readonly from: number;
  readonly to: number;
  readonly verdict: Verdict;
}

const STEPS = 240;

/** The verdicts over all that may be shown from 0 to `to`, in order: pass, fail, and what can't be told for the meter and its leads. */
export function zonesOf(limits: Limits, to: number, leadOhms: number | undefined, meter: Meter): Zone[] {
  const zones: Zone[] = [];
  for (let i = 0; i < STEPS; i++) {
    const [from, until] = [(to * i) / STEPS, (to * (i + 1)) / STEPS];
    const middle = (from + until) / 2;
    const verdict = limits.of === "unknown" ? "cant-tell" : verdictOf(truthOf(limits, middle, leadOhms, meter), limits);
    const last = zones.at(-1);
    if (last?.verdict === verdict) zones[zones.length - 1] = { ...last, to: until };
    else zones.push({ from, to: until, verdict });
  }
  return zones;
}

/** Gives how far an axis goes on which limits and readings are drawn: beyond both, not so far that the limits are lost. */
export function axisFor({ low, high }: Pick<Limits, "low" | "high">, readings: readonly number[]): number {
  const most = Math.max(0, ...readings.filter((r) => r !== Infinity));
  const limit = high === Infinity ? Math.min(low || 1, 100) : high;
  return Math.min(Math.max(limit * 1.6, most * 1.15), limit * 12);
}
