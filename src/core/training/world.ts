import { ohmNetwork, ohmsBetween } from "../circuit/ohms";
import { voltsBetween } from "../circuit/solve";
import { type Hypothesis, hypothesisId, remaining } from "../diagnosis/hypotheses";
import type { ReadingSetup } from "../diagnosis/predict";
import { looksBad, type Measures, measuresOf, type SightShares, sightShares } from "../diagnosis/watch";
import type { Measure, Reading, Sighting } from "../job/entry";
import { answersOf, isLong, LOOKS, sightOf } from "../job/sights";
import { deadCondition } from "../machine/condition";
import { type Fault, FaultSet } from "../machine/fault";
import { networkOf, probeNode } from "../machine/network";
import { operate, startScript } from "../machine/operate";
import type { Machine, Part } from "../machine/schema";
import { drawIndex, randomFrom } from "./random";

/**
 * How a rehearsed world differs from what the ranking assumes. Parts spread evenly over 1.25 times their tolerance (the
 * ranking: normal, half the tolerance as 1 σ); the meter has a gain error and leads of its own for the whole job (the
 * ranking: fresh each time); leads are misplaced and
 * people err more often, and base rates are off by a factor of two or so;
 * a drifting part stands anywhere in its range (the ranking: at five places); thermometers and gauges spread evenly by 12 % (the ranking: normal).
 */
export const NOISE = {
  toleranceFactor: 1.25,
  meterGain: 0.015,
  leadOhms: [0.05, 0.35] as const,
  misplaced: 0.025,
  technicianError: 1.4,
  customerError: 3.5,
  baseRateSpread: 0.5,
  measureSpread: 0.12,
};

/** One machine in somebody's house, with a fault that nobody knows yet. */
export class World {
  readonly hidden: Hypothesis;
  readonly complaint: readonly Sighting[];
  /** The hidden faults as they are here: a drifting part may stand anywhere in its range. */
  private readonly faults: readonly Fault[];
  private readonly truth: Machine;
  private readonly random: () => number;
  private readonly gain: number;
  private readonly leads: number;
  private readonly runs = new Map<string, { shares: SightShares; measures: Measures }>();

  constructor(
    readonly machine: Machine,
    hypotheses: readonly Hypothesis[],
    seed: number,
    fault?: string,
  ) {
    this.random = randomFrom(seed);
    this.truth = { ...machine, parts: machine.parts.map((p) => this.varied(p)) };
    this.gain = 1 + NOISE.meterGain * (2 * this.random() - 1);
    this.leads = NOISE.leadOhms[0] + (NOISE.leadOhms[1] - NOISE.leadOhms[0]) * this.random();
    const drawn = this.drawFault(hypotheses, fault);
    this.hidden = drawn.hidden;
    this.faults = drawn.faults;
    this.complaint = drawn.complaint;
  }

  private varied(part: Part): Part {
    const factor = "tolerance" in part ? 1 + NOISE.toleranceFactor * part.tolerance * 0.8 * (2 * this.random() - 1) : 1;
    switch (part.kind) {
      case "element":
        return { ...part, watts: part.watts / factor };
      case "motor":
        return { ...part, mainOhms: part.mainOhms * factor, startOhms: part.startOhms * factor };
      case "igniter":
        return { ...part, coldOhms: part.coldOhms * (1 + 0.15 * (2 * this.random() - 1)) };
      case "resistor":
      case "coil":
        return { ...part, ohms: part.ohms * factor };
      default:
        return part;
    }
  }

  /** Draws until somebody notices something: nobody calls about a machine that seems well. */
  private drawFault(
    hypotheses: readonly Hypothesis[],
    fault: string | undefined,
  ): { hidden: Hypothesis; faults: readonly Fault[]; complaint: readonly Sighting[] } {
    const all = hypotheses.filter((h) => h.faults.length > 0 && (fault === undefined || h.id === fault || h.suspect === fault));
    if (all.length === 0) throw new RangeError(`${this.machine.id} has no fault “${fault}”; one is ${hypotheses[1]?.suspect}`);
    const normal = () => Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
    // Base rates are wrong for a whole fault, not for each severity of it by itself.
    const rates = new Map<string, number>();
    const rateOf = (suspect: string) => {
      const rate = rates.get(suspect) ?? Math.exp(NOISE.baseRateSpread * normal());
      rates.set(suspect, rate);
      return rate;
    };
    const weights = all.map((h) => h.prior * rateOf(h.suspect));
    for (let tries = 0; ; tries++) {
      const hidden = all[drawIndex(weights, this.random)] as Hypothesis;
      const faults = hidden.faults.map((f) => this.somewhereInRange(f));
      const complaint = this.notice(faults);
      if (complaint.some((s) => s.value === (s.sight === "stops" || s.sight === "trips" ? "yes" : "no")) || tries > 200)
        return { hidden, faults, complaint };
    }
  }

  private somewhereInRange(fault: Fault): Fault {
    const range = this.machine.parts
      .find((p) => p.id === fault.part)
      ?.faults.find((f) => f.mode === fault.mode && f.at === fault.at)?.range;
    return range ? { ...fault, severity: range[0] * (range[1] / range[0]) ** this.random() } : fault;
  }

  private notice(faults: readonly Fault[]): Sighting[] {
    const see = (sight: string) => this.see(sight, faults, NOISE.customerError);
    const trips: Sighting[] = see("trips") === "yes" ? [{ sight: "trips", value: "yes" }] : [];
    if (see("starts") === "no") return [{ sight: "starts", value: "no" }, ...trips];
    const said: Sighting[] = [{ sight: "turns", value: see("turns") }, ...trips];
    if (see("stops") === "yes") said.push({ sight: "stops", value: "yes" });
    if (see("warm") === "no" || see("keeps") === "no") said.push({ sight: "warm", value: "no" });
    return said;
  }

  private runOf(faults: readonly Fault[], long: boolean): { shares: SightShares; measures: Measures } {
    const key = `${hypothesisId(faults)}|${long}`;
    let run = this.runs.get(key);
    if (!run) {
      const set = new FaultSet(faults);
      const timeline = operate(this.truth, set, startScript(this.truth, long ? 960 : 130));
      run = { shares: sightShares(this.truth, set, timeline, long), measures: measuresOf(this.truth, set, timeline) };
      this.runs.set(key, run);
    }
    return run;
  }

  private see(sight: string, faults: readonly Fault[], errorFactor: number): string {
    const known = sightOf(sight);
    const { shares: all } = this.runOf(faults, isLong(sight));
    const shares = all[sight];
    const answers = answersOf(this.machine, sight).map((a) => a.value);
    if (!known || !shares) return "unknown";
    if (this.random() < known.errorRate * errorFactor) return answers[Math.floor(this.random() * answers.length)] as string;
    return answers[
      drawIndex(
        answers.map((a) => shares[a] ?? 0),
        this.random,
      )
    ] as string;
  }

  /** The faults that are left after these units were fitted or put right. */
  left(fitted: readonly string[]): readonly Fault[] {
    return remaining(this.machine, this.faults, fitted);
  }

  /**
   * Nothing of the hidden trouble is left. The second of two faults that have nothing to do with each other counts when
   * it shows: a dead lamp beside an open element is not what anybody called for.
   */
  solved(fitted: readonly string[]): boolean {
    const left = this.left(fitted);
    if (left.length === 0) return true;
    if (this.hidden.kind !== "pair" || left.length === this.faults.length) return false;
    const { shares } = this.runOf(left, true);
    return ["starts", "turns", "warm", "keeps"].every((s) => (shares[s]?.yes ?? 1) > 0.5) && (shares.stops?.no ?? 1) > 0.5;
  }

  measure(what: Measure["what"], fitted: readonly string[]): Measure {
    const { measures } = this.runOf(this.left(fitted), true);
    const off = 1 + NOISE.measureSpread * (2 * this.random() - 1);
    return { what, value: Number((measures[what] * off).toPrecision(3)) };
  }

  sighting(sight: string, part: string | undefined, fitted: readonly string[]): Sighting {
    if (sight !== LOOKS) return { sight: sight as Sighting["sight"], value: this.see(sight, this.left(fitted), NOISE.technicianError) };
    const bad = looksBad(this.machine, new FaultSet(this.left(fitted)), part as string);
    const seen = this.random() < 0.03 ? this.random() < 0.5 : this.random() < bad;
    return { sight: LOOKS, value: seen ? "bad" : "good", part: part as string };
  }

  /** What the meter shows; now and then a lead sits somewhere else. */
  reading(setup: ReadingSetup, fitted: readonly string[]): Reading {
    const points = this.machine.testPoints.map((t) => t.net);
    const slipped = this.random() < NOISE.misplaced;
    const other = points[Math.floor(this.random() * points.length)] as string;
    const between: [string, string] =
      slipped && other !== setup.between[0] ? [setup.between[0], other] : [setup.between[0], setup.between[1]];
    const value = setup.unit === "ohm" ? this.ohms({ ...setup, between }, fitted) : this.volts({ ...setup, between }, fitted);
    return {
      between: [setup.between[0], setup.between[1]],
      unit: setup.unit,
      value,
      wiresOff: [...setup.wiresOff],
      controls: { ...setup.controls },
    };
  }

  private ohms({ between, controls, wiresOff }: ReadingSetup, fitted: readonly string[]): number | null {
    const set = new FaultSet(this.left(fitted));
    const off = new Set(wiresOff);
    const network = ohmNetwork(networkOf(this.truth, deadCondition(this.truth, controls), set, off).components);
    const [a, b] = between.map((p) => probeNode(this.truth, p, set, off)) as [string, string];
    const ohms = ohmsBetween(network, a, b);
    if (!(ohms < 40e6)) return null;
    return Number((ohms * this.gain + this.leads + 0.1 * this.random()).toPrecision(3));
  }

  private volts({ between, controls }: ReadingSetup, fitted: readonly string[]): number {
    const set = new FaultSet(this.left(fitted));
    const { frames } = operate(this.truth, set, startScript(this.truth, 45, controls));
    const frame = frames.at(-1) as (typeof frames)[number];
    const [a, b] = between.map((p) => probeNode(this.truth, p, set, new Set())) as [string, string];
    return Math.round(Math.abs(voltsBetween(frame.point, a, b)) * this.gain * (0.98 + 0.04 * this.random()));
  }
}
