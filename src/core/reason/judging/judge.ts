import { bandOf, COMMON_METER, type Meter, type MeterRange } from "../../model/instrument/meter";
import type { Machine, Part } from "../../model/machine/format";
import type { Unit } from "../../model/quantity/quantity";
import type { OhmsFinding } from "../../record/finding/kinds/ohms";
import type { MeteredFinding } from "../../record/finding/metered";
import { type Limits, MATTERS } from "./limits";
import { limitsOf } from "./limits-of";
import { type Interval, type Verdict, verdictOf } from "./verdict";

/** Leads of which nothing was said may read anything from here to there, Ω. */
const UNKNOWN_LEADS: Interval = { low: 0, high: 0.9 };
/** Leads that were shorted and read are known to so much, Ω (est.). */
const KNOWN_TO = 0.05;
const NO_LEADS = { low: 0, high: 0, known: true };

/** A reading held against what a good machine reads there, with the numbers that made the verdict; in its unit. */
export interface Judgement {
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
  readonly hints: readonly Hint[];
}

/** Holds what one who reads well would doubt or do about it. */
export type Hint =
  /** Its leads decide: short them, subtract. */
  | "zero-leads"
  /** Ohms that a finger across the tips reads. */
  | "finger"
  /** A coil that reads good cold may open hot. */
  | "coil-cold"
  /** That it is closed does not prove that it opens. */
  | "warm-it"
  /** About as warm as it acts: either is right. */
  | "warmer"
  /** The other position too. */
  | "other-state"
  /** Its own temperature decides. */
  | "part-temperature"
  /** The volts that feed it decide. */
  | "measure-supply"
  /** One step of the meter is much of what the limits allow: a lower range, or a finer meter. */
  | "too-coarse"
  /** It reads what the way round it would read, were its wires still on. */
  | "wires-on"
  /** Read so coarsely that a lower range may turn it. */
  | "range-too-high"
  /** An OL may be lacquer under a tip. */
  | "touch-metal"
  /** A clamp round both wires shows nothing. */
  | "one-wire"
  /** Ohms that a meter on volts, or one on a live part, would show: none. */
  | "below-zero"
  /** An ohm-meter's few volts do not prove insulation. */
  | "insulation-tester";

export function judge(machine: Machine, finding: MeteredFinding, meter: Meter = COMMON_METER): Judgement {
  const limits = limitsOf(machine, finding);
  const { unit } = limits;
  const shown = finding.result.is === "OL" ? Infinity : unit === "ohm" ? finding.result.value : Math.abs(finding.result.value);
  const leads = leadsOf(finding);
  const band = shown === Infinity ? undefined : bandOf(meter, unit, shown);
  const may = mayBe(shown, leads, band?.plusMinus ?? 0, limits);
  const judged = { unit, verdict: verdictOf(may, limits), shown, leads, meter: band, limits };
  const known = limits.of === "unknown" ? { ...judged, verdict: "cant-tell" as const } : judged;
  return { ...known, may, hints: hintsFor(machine, finding, known) };
}

function leadsOf({ kind, meter }: MeteredFinding): Judgement["leads"] {
  return kind === "ohms" ? leadsKnown(meter?.leadOhms) : NO_LEADS;
}

function leadsKnown(known: number | undefined): Judgement["leads"] {
  return known === undefined ? { ...UNKNOWN_LEADS, known: false } : { low: known - KNOWN_TO, high: known + KNOWN_TO, known: true };
}

/** Gives what is left of what the meter shows, Ω, when the leads are taken off. */
export const lessLeads = (shown: number, { low, high }: Interval): number => shown - (low + high) / 2;

/** The reading less its leads, with what the meter, the leads, the part's warmth and its supply leave open: each on its own, so in quadrature (JCGM 100:2008, 5.1.2). */
function mayBe(shown: number, leads: Interval, plusMinus: number, { warmth, supply }: Limits): Interval {
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

/** Ω between which a finger across the tips reads (est.). */
const FINGER: Interval = { low: 10e3, high: 5e6 };

/** A meter that may be off by more than this share of what lies between the limits is too coarse for them. */
const COARSE = 0.25;
/** Holds what leads read on the whole, once they are known, Ω (est.). */
const ZEROED: Interval = { low: 0.2, high: 0.3 };
/** A clamp that shows less than this share of what should pass may lie round two wires. */
const NEXT_TO_NOTHING = 0.1;

type Judged = Omit<Judgement, "may" | "hints">;

function hintsFor(machine: Machine, finding: MeteredFinding, judged: Judged): Hint[] {
  const { verdict, limits } = judged;
  const hints: Hint[] = finding.kind === "ohms" ? hintsForOhms(machine, finding, judged) : [];
  if (finding.kind === "amps" && verdict === "fail" && judged.shown < (limits.rated?.value ?? 0) * NEXT_TO_NOTHING) hints.push("one-wire");
  if (verdict !== "cant-tell" && isCoarse(judged)) hints.push("range-too-high");
  if (verdict !== "cant-tell") return hints;
  if (plusMinusOf(judged) > (limits.high - limits.low) * COARSE) hints.push("too-coarse");
  if (limits.supply && !limits.supply.said) hints.push("measure-supply");
  if (limits.of === "unknown" && limits.acts) hints.push("warmer");
  return hints;
}

/** So many of the last digit of its range as one step: it was read on a range above. */
const STEPS_ABOVE = 10;

/** True where what was shown has fewer digits than its range shows, and those that are missing would turn the verdict. */
function isCoarse({ verdict, shown, meter, leads, limits }: Judged): boolean {
  const step = stepOf(shown);
  if (!meter || step < STEPS_ABOVE * meter.range.digitSize * (1 - 1e-9)) return false;
  return verdictOf(mayBe(shown, leads, meter.plusMinus + step / 2, limits), limits) !== verdict;
}

/** The last digit that a number is written with, of six: 0.1 for 10.7, 1 for 11. */
function stepOf(shown: number): number {
  if (shown === 0 || !Number.isFinite(shown)) return 0;
  let step = 10 ** (Math.floor(Math.log10(shown)) - 5);
  for (let coarser = step * 10; isMultiple(shown, coarser); coarser *= 10) step = coarser;
  return step;
}

const isMultiple = (value: number, of: number): boolean =>
  Math.abs(value / of - Math.round(value / of)) < 1e-6 && Math.round(value / of) > 0;

/** A reading in ohms as it is doubted. */
interface OhmsJudged extends Judged {
  readonly machine: Machine;
  readonly finding: OhmsFinding;
  /** The part on which both leads are. */
  readonly part: Part | undefined;
}

/** Holds what is doubted of a reading in ohms, and when. */
const OHM_DOUBTS: readonly (readonly [hint: Hint, when: (j: OhmsJudged) => boolean])[] = [
  ["below-zero", ({ shown, leads }) => shown < leads.low - KNOWN_TO],
  ["finger", ({ shown, verdict, limits }) => isWithin(shown, FINGER) && verdict !== "pass" && limits.testVolts === undefined],
  ["touch-metal", ({ shown, verdict }) => shown === Infinity && verdict === "fail"],
  [
    "zero-leads",
    (j) =>
      j.verdict === "cant-tell" && !j.leads.known && verdictOf(mayBe(j.shown, ZEROED, plusMinusOf(j), j.limits), j.limits) !== j.verdict,
  ],
  [
    "part-temperature",
    ({ verdict, limits: { warmth } }) => verdict === "cant-tell" && warmth !== undefined && !warmth.said && warmth.share > MATTERS,
  ],
  ["insulation-tester", (j) => j.verdict === "pass" && isByOhmmeter(j.limits) && j.machine.supply.residualAmps !== undefined],
  [
    "wires-on",
    ({ part, verdict, machine, finding, shown }) => part !== undefined && verdict === "fail" && readsWithWiresOn(machine, finding, shown),
  ],
  ["coil-cold", ({ part, verdict, finding }) => verdict === "pass" && part?.kind === "coil" && finding.circumstances.partHot === undefined],
  ["warm-it", ({ part, verdict, limits }) => verdict === "pass" && part?.kind === "thermostat" && limits.of === "contact"],
  ["other-state", ({ part, verdict }) => verdict === "pass" && part !== undefined && "closedWhen" in part],
];

const isWithin = (value: number, { low, high }: Interval): boolean => value >= low && value <= high;
const plusMinusOf = ({ meter }: Judged): number => meter?.plusMinus ?? 0;
const isByOhmmeter = ({ of, testVolts }: Limits): boolean => of === "insulation" && testVolts === undefined;

function hintsForOhms(machine: Machine, finding: OhmsFinding, judged: Judged): Hint[] {
  const part = machine.parts.find((p) => finding.place.between.every((b) => b.startsWith(`${p.id}.`)));
  const doubted = { ...judged, machine, finding, part };
  return OHM_DOUBTS.flatMap(([hint, when]) => (when(doubted) ? [hint] : []));
}

/** True where it is what a good machine would read there with every wire on. */
function readsWithWiresOn(machine: Machine, finding: OhmsFinding, shown: number): boolean {
  const { wiring, ...rest } = finding.circumstances;
  if (!wiring || wiring.length === 0 || shown === Infinity) return false;
  const limits = limitsOf(machine, { kind: "ohms", place: finding.place, circumstances: rest });
  return limits.high !== Infinity && shown >= limits.low && shown <= limits.high;
}
