import { item, real } from "../../model/array/at";
import { logSum, softmax } from "../../model/array/logs";
import type { Evidence, JobState } from "../../record/job/state";
import type { Hypothesis } from "./hypotheses";
import { takenAgain } from "./repeats";
import type { SuspectSet } from "./suspect-set";

interface Leader {
  readonly hypothesis: Hypothesis;
  readonly share: number;
}

/** The record can't be explained by one suspect; retaking one entry would help most. */
export interface Contradiction {
  /** Entry to take again. */
  readonly entry: string;
  /** Leading suspect now, and with the entry left out. */
  readonly leader: Leader;
  readonly without: Leader;
}

/** An entry is denied by a suspect that gives it less than this share of what the suspect that fits it best gives. */
const DENIED = 0.06;
/** Leaving the entry out must make the rest this many times likelier (bans), else nothing would be gained. */
const GAIN_BANS = 0.9;

/**
 * Looks whether the likeliest suspect denies an entry that some other suspect explains well. Of all entries it names the
 * one whose removal makes the rest of the record likeliest; none that was taken again already, and none from before the last repair: the machine
 * is another one since. `undefined` when the leader explains everything.
 */
export function contradiction(set: SuspectSet, { evidence, fitted }: Pick<JobState, "evidence" | "fitted">): Contradiction | undefined {
  if (evidence.length < 2) return undefined;
  const rows = set.columns(evidence).map(againstItsBest);
  const again = takenAgain(evidence).map((was, n) => was || item(evidence, n).fitted.length < fitted.length);
  const total = Float64Array.from(set.hypotheses, (h, i) => Math.log(h.prior) + rows.reduce((sum, row) => sum + real(row, i), 0));
  const leader = argmax(total);
  if (!rows.some((row, n) => !again[n] && real(row, leader) < Math.log(DENIED))) return undefined;
  const retaken = worthRetaking(evidence, rows, total, again);
  if (!retaken || retaken.gain < GAIN_BANS * Math.LN10) return undefined;
  const said = (logs: Float64Array, i: number): Leader => ({ hypothesis: item(set.hypotheses, i), share: real(softmax(logs), i) });
  return {
    entry: item(evidence, retaken.number).entry,
    leader: said(total, leader),
    without: said(retaken.without, argmax(retaken.without)),
  };
}

function againstItsBest(column: Float64Array): Float64Array {
  const top = column.reduce((most, l) => Math.max(most, l), -Infinity);
  return column.map((l) => l - top);
}

/** The technician's entry whose removal makes the rest likeliest, with how much. */
function worthRetaking(evidence: readonly Evidence[], rows: readonly Float64Array[], total: Float64Array, again: readonly boolean[]) {
  let best: { number: number; gain: number; without: Float64Array } | undefined;
  rows.forEach((row, number) => {
    if (item(evidence, number).source !== "technician" || again[number]) return;
    const without = total.map((t, i) => t - real(row, i));
    const gain = logSum(without) - logSum(total);
    if (!best || gain > best.gain) best = { number, gain, without };
  });
  return best;
}

const argmax = (values: Float64Array): number => values.reduce((best, v, i) => (v > real(values, best) ? i : best), 0);
