import { COMMON_METER, type Meter } from "../../model/instrument/meter";
import type { Machine, Part } from "../../model/machine/format";
import type { OhmsFinding } from "../../record/finding/kinds/ohms";
import { type Assessment, assess, LEADS_KNOWN_TO, mayBe } from "../../record/finding/limits/assess";
import { type Limits, MATTERS } from "../../record/finding/limits/limits";
import { limitsOf } from "../../record/finding/limits/limits-of";
import { type Interval, verdictOf } from "../../record/finding/limits/verdict";
import type { MeteredFinding } from "../../record/finding/metered";

/** A reading compared with what a good machine reads there, with what is to be doubted of it. */
export interface Judgement extends Assessment {
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
  const reading = assess(machine, finding, meter);
  return { ...reading, hints: hintsFor(machine, finding, reading) };
}

/** Ω between which a finger across the tips reads (est.). */
const FINGER: Interval = { low: 10e3, high: 5e6 };

/** A meter that may be off by more than this share of what lies between the limits is too coarse for them. */
const COARSE = 0.25;
/** Holds what leads read on the whole, once they are known, Ω (est.). */
const ZEROED: Interval = { low: 0.2, high: 0.3 };
/** A clamp that shows less than this share of what should pass may lie round two wires. */
const NEXT_TO_NOTHING = 0.1;

function hintsFor(machine: Machine, finding: MeteredFinding, judged: Assessment): Hint[] {
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
function isCoarse({ verdict, shown, meter, leads, limits }: Assessment): boolean {
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
interface OhmsJudged extends Assessment {
  readonly machine: Machine;
  readonly finding: OhmsFinding;
  /** The part on which both leads are. */
  readonly part: Part | undefined;
}

/** Holds what is doubted of a reading in ohms, and when. */
const OHM_DOUBTS: readonly (readonly [hint: Hint, when: (j: OhmsJudged) => boolean])[] = [
  ["below-zero", ({ shown, leads }) => shown < leads.low - LEADS_KNOWN_TO],
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
const plusMinusOf = ({ meter }: Assessment): number => meter?.plusMinus ?? 0;
const isByOhmmeter = ({ of, testVolts }: Limits): boolean => of === "insulation" && testVolts === undefined;

function hintsForOhms(machine: Machine, finding: OhmsFinding, judged: Assessment): Hint[] {
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
