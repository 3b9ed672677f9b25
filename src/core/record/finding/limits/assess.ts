import { bandOf, COMMON_METER, type Meter, type MeterRange } from "../../../model/instrument/meter";
import type { Machine } from "../../../model/machine/format";
import type { Unit } from "../../../model/quantity/quantity";
import type { Finding } from "../finding";
import { isMetered, type MeteredFinding } from "../metered";
import type { Limits } from "./limits";
import { limitsOf } from "./limits-of";
import { type Interval, type Verdict, verdictOf } from "./verdict";

/** Leads of which nothing was said may read anything from here to there, Ω. */
const UNKNOWN_LEADS: Interval = { low: 0, high: 0.9 };
/** Leads that were shorted and read are known to so much, Ω (est.). */
export const LEADS_KNOWN_TO = 0.05;
const NO_LEADS = { low: 0, high: 0, known: true };

/** A reading compared with what a good machine reads there; in its unit. */
export interface Assessment {
  readonly unit: Unit;
  readonly verdict: Verdict;
  /** As shown; Infinity for OL. */
  readonly shown: number;
  /** Holds what the leads may have added. */
  readonly leads: Interval & { readonly known: boolean };
  /** ± of the meter on its range. */
  readonly meter: { readonly plusMinus: number; readonly range: MeterRange } | undefined;
  /** Holds what it may be in truth. */
  readonly may: Interval;
  readonly limits: Limits;
}

/** The one answer to whether a reading is healthy: the benches show it, and causes, beliefs and plans go by it. */
export function assess(machine: Machine, finding: MeteredFinding, meter: Meter = COMMON_METER): Assessment {
  const limits = limitsOf(machine, finding);
  const { unit } = limits;
  const shown = finding.result.is === "OL" ? Infinity : unit === "ohm" ? finding.result.value : Math.abs(finding.result.value);
  const leads = finding.kind === "ohms" ? leadsKnown(finding.meter?.leadOhms) : NO_LEADS;
  const band = shown === Infinity ? undefined : bandOf(meter, unit, shown);
  const may = mayBe(shown, leads, band?.plusMinus ?? 0, limits);
  const verdict = limits.of === "unknown" ? "cant-tell" : verdictOf(may, limits);
  return { unit, verdict, shown, leads, meter: band, may, limits };
}

/** False where a reading can't be a good machine's. What no meter read is not judged: true. */
export const readsHealthy = (machine: Machine, finding: Finding | undefined): boolean =>
  finding === undefined || !isMetered(finding) || assess(machine, finding).verdict !== "fail";

function leadsKnown(known: number | undefined): Assessment["leads"] {
  return known === undefined
    ? { ...UNKNOWN_LEADS, known: false }
    : { low: known - LEADS_KNOWN_TO, high: known + LEADS_KNOWN_TO, known: true };
}

/** Gives what is left of what the meter shows, Ω, when the leads are taken off. */
export const lessLeads = (shown: number, { low, high }: Interval): number => shown - (low + high) / 2;

/** The reading less its leads, with what the meter, the leads, the part's warmth and its supply leave open: each on its own, so in quadrature (JCGM 100:2008, 5.1.2). */
export function mayBe(shown: number, leads: Interval, plusMinus: number, { warmth, supply }: Limits): Interval {
  if (shown === Infinity) return { low: Infinity, high: Infinity };
  const middle = lessLeads(shown, leads);
  const share = Math.hypot(warmth?.share ?? 0, supply?.share ?? 0);
  const off = Math.hypot(plusMinus, (leads.high - leads.low) / 2, share * Math.max(0, middle));
  return { low: Math.max(0, middle - off), high: Math.max(0, middle + off) };
}

/** Gives what a reading at a place with these limits may be in truth. */
export function truthOf(limits: Limits, shown: number, leadOhms: number | undefined, meter: Meter): Interval {
  const plusMinus = shown === Infinity ? 0 : (bandOf(meter, limits.unit, shown)?.plusMinus ?? 0);
  return mayBe(shown, limits.unit === "ohm" ? leadsKnown(leadOhms) : NO_LEADS, plusMinus, limits);
}
