import type { OhmsFinding } from "../finding/kinds/ohms";
import type { Machine } from "../machine/format";
import { type Limits, limitsOf, WARMTH_MATTERS } from "./limits";
import { bandOf, COMMON_METER, type Meter, type MeterRange } from "../instrument/meter";
import { type Interval, type Verdict, verdictOf } from "./verdict";

/** Leads of which nothing was said may read anything from here to there, Ω. */
const UNKNOWN_LEADS: Interval = { low: 0, high: 0.9 };
/** Leads that were shorted and read are known to so much, Ω (est.). */
const KNOWN_TO = 0.05;

/** A reading held against what a healthy machine reads there, with the numbers that made the verdict. Ω. */
export interface Judgement {
  readonly verdict: Verdict;
  /** As shown; Infinity for OL. */
  readonly shown: number;
  /** What the leads may have added. */
  readonly leads: Interval & { readonly known: boolean };
  /** ± of the meter on its range. */
  readonly meter: { readonly plusMinus: number; readonly range: MeterRange } | undefined;
  /** What it may be in truth. */
  readonly may: Interval;
  readonly limits: Limits;
  readonly hints: readonly Hint[];
}

/** What one who reads well would doubt or do about it. */
export type Hint =
  /** Its leads decide: short them, subtract. */
  | "zero-leads"
  /** Ohms that a finger across the tips reads. */
  | "finger"
  /** A coil that reads good cold may open hot. */
  | "coil-cold"
  /** That it is closed does not prove that it opens. */
  | "warm-it"
  /** The other position too. */
  | "other-state"
  /** Its own temperature decides. */
  | "part-temperature"
  /** One step of the meter is much of what the limits allow: a lower range, or a finer meter. */
  | "too-coarse"
  /** An OL may be lacquer under a tip. */
  | "touch-metal";

export function judge(machine: Machine, finding: OhmsFinding, meter: Meter = COMMON_METER): Judgement {
  const limits = limitsOf(machine, finding);
  const shown = finding.result.is === "OL" ? Infinity : finding.result.value;
  const known = finding.meter?.leadOhms;
  const leads = known === undefined ? { ...UNKNOWN_LEADS, known: false } : { low: known - KNOWN_TO, high: known + KNOWN_TO, known: true };
  const band = shown === Infinity ? undefined : bandOf(meter, "ohm", shown);
  const may = mayBe(shown, leads, band?.plusMinus ?? 0, limits);
  const judged = { verdict: verdictOf(may, limits), shown, leads, meter: band, limits };
  return { ...judged, may, hints: hintsFor(machine, finding, judged) };
}

/** What is left of what the meter shows, Ω, when the leads are taken off. */
export const lessLeads = (shown: number, { low, high }: Interval): number => shown - (low + high) / 2;

/** The reading less its leads, with what the meter, the leads and the part's warmth leave open: each on its own, so in quadrature (JCGM 100:2008, 5.1.2). */
function mayBe(shown: number, leads: Interval, plusMinus: number, { warmth }: Limits): Interval {
  if (shown === Infinity) return { low: Infinity, high: Infinity };
  const middle = lessLeads(shown, leads);
  const off = Math.hypot(plusMinus, (leads.high - leads.low) / 2, (warmth?.share ?? 0) * Math.max(0, middle));
  return { low: Math.max(0, middle - off), high: Math.max(0, middle + off) };
}

/** Ω between which a finger across the tips reads (est.). */
const FINGER: Interval = { low: 10e3, high: 5e6 };

/** A meter that may be off by more than this share of what lies between the limits is too coarse for them. */
const COARSE = 0.25;
/** What leads read on the whole, once they are known, Ω (est.). */
const ZEROED: Interval = { low: 0.2, high: 0.3 };

function hintsFor(
  machine: Machine,
  finding: OhmsFinding,
  { verdict, shown, leads, limits, meter }: Omit<Judgement, "may" | "hints">,
): Hint[] {
  const hints: Hint[] = [];
  const zeroed = verdictOf(mayBe(shown, ZEROED, meter?.plusMinus ?? 0, limits), limits);
  if (shown >= FINGER.low && shown <= FINGER.high && verdict !== "pass") hints.push("finger");
  if (shown === Infinity && verdict === "fail") hints.push("touch-metal");
  if (verdict === "cant-tell" && !leads.known && zeroed !== verdict) hints.push("zero-leads");
  if (verdict === "cant-tell" && (meter?.plusMinus ?? 0) > (limits.high - limits.low) * COARSE) hints.push("too-coarse");
  if (verdict === "cant-tell" && limits.warmth && !limits.warmth.said && limits.warmth.share > WARMTH_MATTERS)
    hints.push("part-temperature");
  const part = machine.parts.find((p) => finding.place.between.every((b) => b.startsWith(`${p.id}.`)));
  if (!part || verdict !== "pass") return hints;
  if (part.kind === "coil") hints.push("coil-cold");
  if (part.kind === "thermostat") hints.push("warm-it");
  if ("closedWhen" in part) hints.push("other-state");
  return hints;
}
