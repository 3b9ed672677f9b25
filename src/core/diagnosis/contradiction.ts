import type { Evidence } from "../job/fold";
import type { Bench } from "./rank";
import { softmax } from "./rank";

/** The record can't be explained by one suspect; retaking one entry would help most. */
export interface Contradiction {
  /** Entry to take again. */
  readonly entry: string;
  /** Leading suspect now, and with the entry left out. */
  readonly leader: { readonly sentence: string; readonly share: number };
  readonly without: { readonly sentence: string; readonly share: number };
}

/** An entry is denied by a suspect that gives it less than this share of what the suspect that fits it best gives. */
const DENIED = 0.06;
/** Leaving the entry out must make the rest this many times likelier (bans), else nothing would be gained. */
const GAIN_BANS = 0.9;

/**
 * Looks whether the likeliest suspect denies an entry that some other suspect explains well. Of all entries it names the
 * one whose removal makes the rest of the record likeliest. `undefined` when the leader explains everything.
 */
export function contradiction(bench: Bench, evidence: readonly Evidence[]): Contradiction | undefined {
  if (evidence.length < 2) return undefined;
  const { hypotheses } = bench;
  const table = evidence.map((e) => {
    const row = bench.column(e);
    const top = row.reduce((most, l) => Math.max(most, l), -Infinity);
    return row.map((l) => l - top);
  });
  const total = hypotheses.map((h, i) => Math.log(h.prior) + table.reduce((sum, row) => sum + (row[i] as number), 0));
  const leader = argmax(total);
  if (!table.some((row) => (row[leader] as number) < Math.log(DENIED))) return undefined;
  let best: { entry: number; gain: number } | undefined;
  for (let e = 0; e < table.length; e++) {
    if (evidence[e]?.source !== "technician") continue;
    const without = total.map((t, i) => t - ((table[e] as Float64Array)[i] as number));
    const gain = logSum(without) - logSum(total);
    if (!best || gain > best.gain) best = { entry: e, gain };
  }
  if (!best || best.gain < GAIN_BANS * Math.LN10) return undefined;
  const row = table[best.entry] as Float64Array;
  const without = total.map((t, i) => t - (row[i] as number));
  const other = argmax(without);
  const said = (logs: readonly number[], i: number) => ({ sentence: hypotheses[i]?.sentence ?? "", share: softmax(logs)[i] as number });
  return { entry: evidence[best.entry]?.entry ?? "", leader: said(total, leader), without: said(without, other) };
}

const argmax = (values: readonly number[]): number => values.reduce((best, v, i) => (v > (values[best] as number) ? i : best), 0);

function logSum(logs: readonly number[]): number {
  const top = logs.reduce((most, l) => Math.max(most, l), -Infinity);
  return top + Math.log(logs.reduce((sum, l) => sum + Math.exp(l - top), 0));
}
