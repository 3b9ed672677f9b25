import { item, lastOf } from "../array/at";
import { ohmNetwork, ohmsBetween } from "../circuit/ohms";
import { voltsBetween } from "../circuit/solve";
import { type Hypothesis, remaining } from "../diagnosis/hypotheses";
import { controlsIn, wiringIn } from "../finding/circumstances";
import type { Finding, Question, QuestionOfKind } from "../finding/finding";
import { codeAnswers, codeErrorRate, codeFinding } from "../finding/kinds/code";
import { sightFinding } from "../finding/kinds/sight";
import { type SightId, sightOf, UNTOLD } from "../finding/sights";
import { type Fault, FaultSet, faultsId } from "../machine/fault";
import type { Machine } from "../machine/format";
import { networkOf, probeNode } from "../machine/network";
import { kindOf } from "../machine/parts/index";
import { deadCondition } from "../machine/run/at-rest";
import { operate, startScript } from "../machine/run/operate";
import { wiringUnder } from "../machine/wiring";
import { looksBad } from "../prediction/looks";
import { OHM_RANGE } from "../prediction/prediction";
import { Predictor } from "../prediction/predictor";
import { type RunMeasures, runMeasures } from "../prediction/run-measures";
import { CODE, type SightShares, sightShares } from "../prediction/run-sights";
import { drawIndex, streamFrom } from "./random";

/**
 * How a rehearsed world differs from what the ranking assumes. Parts spread evenly over 1.25 times their tolerance (the
 * ranking: normal, half the tolerance as 1 σ), temperatures at which things act and the steps of a clockwork by shares of their own (the ranking: as rated); the meter has a gain error and leads of its own for the whole job (the
 * ranking: fresh each time); leads are misplaced and
 * people err more often, and base rates are off by a factor of two or so;
 * a drifting part stands anywhere in its range (the ranking: at five places); thermometers and gauges spread evenly by 12 % (the ranking: normal).
 * Whatever is drawn comes from a stream of its own: by part, by fault, and by question, what is fitted and how often it was asked so. The order of
 * questions changes nothing.
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
  lookSlip: 0.03,
  timerSteps: 0.06,
};

const SHORT_RUN_S = 130;
const LONG_RUN_S = 960;
const LIVE_AT_S = 45;
/** After so many faults that nobody would notice, one is taken all the same. */
const MOST_DRAWS = 200;

interface Run {
  readonly shares: SightShares;
  readonly measures: RunMeasures;
}

interface Drawn {
  readonly hidden: Hypothesis;
  readonly faults: readonly Fault[];
  readonly complaint: readonly Finding[];
}

/** One machine in somebody's house, with a fault that nobody knows yet. */
export class World {
  readonly hidden: Hypothesis;
  readonly complaint: readonly Finding[];
  /** The hidden faults as they are here: a drifting part may stand anywhere in its range. */
  private readonly faults: readonly Fault[];
  /** The machine as it is here, its parts within their tolerances. */
  readonly truth: Machine;
  /** What is drawn from now: set for each thing that is drawn. */
  private random: () => number;
  private readonly asked = new Map<string, number>();
  private readonly gain: number;
  private readonly leads: number;
  private readonly runs = new Map<string, Run>();

  constructor(
    readonly machine: Machine,
    hypotheses: readonly Hypothesis[],
    private readonly seed: number,
    fault?: string,
  ) {
    this.random = streamFrom(seed, "meter");
    this.truth = {
      ...machine,
      parts: machine.parts.map((p) => this.varied(p)),
      ...(machine.timer && { timer: this.variedTimer(machine.timer) }),
    };
    this.random = streamFrom(seed, "meter");
    this.gain = 1 + NOISE.meterGain * (2 * this.random() - 1);
    this.leads = NOISE.leadOhms[0] + (NOISE.leadOhms[1] - NOISE.leadOhms[0]) * this.random();
    const drawn = this.drawFault(hypotheses, fault);
    this.hidden = drawn.hidden;
    this.faults = drawn.faults;
    this.complaint = drawn.complaint;
  }

  private varied(part: Machine["parts"][number]): Machine["parts"][number] {
    const random = streamFrom(this.seed, `part ${part.id}`);
    const evenly = (share: number) => 1 + share * (2 * random() - 1);
    const factor = "tolerance" in part ? evenly(NOISE.toleranceFactor * part.tolerance) : 1;
    return kindOf(part).varied(part, { factor, evenly });
  }

  private variedTimer(timer: NonNullable<Machine["timer"]>): NonNullable<Machine["timer"]> {
    const random = streamFrom(this.seed, "timer");
    const step = (minutes: number) => minutes * (1 + NOISE.timerSteps * (2 * random() - 1));
    return { ...timer, advances: timer.advances.map((a) => ({ ...a, afterMinutes: step(a.afterMinutes) })) };
  }

  /** Draws until somebody notices something: nobody calls about a machine that seems well. */
  private drawFault(hypotheses: readonly Hypothesis[], fault: string | undefined): Drawn {
    const all = hypotheses.filter((h) => h.faults.length > 0 && (fault === undefined || h.id === fault || h.suspect === fault));
    if (all.length === 0) throw new RangeError(`${this.machine.id} has no fault “${fault}”; one is ${hypotheses[1]?.suspect}`);
    const weights = this.baseRates(all);
    for (let tries = 0; ; tries++) {
      this.random = streamFrom(this.seed, `fault ${tries}`);
      const hidden = item(all, drawIndex(weights, this.random));
      const faults = hidden.faults.map((f) => this.somewhereInRange(f));
      const complaint = this.notice(faults);
      if (complaint.some(isTrouble) || tries > MOST_DRAWS) return { hidden, faults, complaint };
    }
  }

  /** Base rates are wrong for a whole fault, not for each severity of it by itself. */
  private baseRates(hypotheses: readonly Hypothesis[]): number[] {
    const normal = (random: () => number) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const rates = new Map<string, number>();
    return hypotheses.map((h) => {
      const rate = rates.get(h.suspect) ?? Math.exp(NOISE.baseRateSpread * normal(streamFrom(this.seed, `rate ${h.suspect}`)));
      rates.set(h.suspect, rate);
      return h.prior * rate;
    });
  }

  private somewhereInRange(fault: Fault): Fault {
    const range = this.machine.parts
      .find((p) => p.id === fault.part)
      ?.faults.find((f) => f.mode === fault.mode && f.at === fault.at)?.range;
    return range ? { ...fault, severity: range[0] * (range[1] / range[0]) ** this.random() } : fault;
  }

  /** What a customer tells of it. */
  private notice(faults: readonly Fault[]): Finding[] {
    const see = (sight: SightId) => this.seeSight(sight, faults, NOISE.customerError);
    const trips = see("trips") === "yes" ? [sightFinding("trips", "yes")] : [];
    if (see("starts") === "no") return [sightFinding("starts", "no"), ...trips];
    const said = [sightFinding("turns", see("turns")), ...trips];
    if (see("stops") === "yes") said.push(sightFinding("stops", "yes"));
    if (see("warm") === "no" || see("keeps") === "no") said.push(sightFinding("warm", "no"));
    return said;
  }

  private runOf(faults: readonly Fault[], long: boolean): Run {
    const key = `${faultsId(faults)}|${long}`;
    let run = this.runs.get(key);
    if (!run) {
      const set = new FaultSet(faults);
      const timeline = operate(this.truth, set, startScript(this.truth, long ? LONG_RUN_S : SHORT_RUN_S));
      run = { shares: sightShares(this.truth, set, timeline, long), measures: runMeasures(this.truth, set, timeline) };
      this.runs.set(key, run);
    }
    return run;
  }

  private seeSight(id: SightId, faults: readonly Fault[], errorFactor: number): string {
    const { answers, errorRate, long, tells } = sightOf(id);
    // No rehearsed world leaks gas, is wired crossed or runs on with its door open: what is at stake is that it is looked at.
    if (tells === false) return item(answers, 0).value;
    const shares = this.runOf(faults, long ?? false).shares[id];
    const values = answers.map((a) => a.value);
    return shares ? this.answerFrom(values, shares, errorRate * errorFactor) : UNTOLD;
  }

  private answerFrom(values: readonly string[], shares: Readonly<Record<string, number>>, errorRate: number): string {
    if (this.random() < errorRate) return item(values, Math.floor(this.random() * values.length));
    const weights = values.map((v) => shares[v] ?? 0);
    return item(values, drawIndex(weights, this.random));
  }

  /** The faults that are left after these were fitted or put right. */
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

  /** What a technician finds there. Throws RangeError for what no rehearsed world has: a logger, a gas gauge, a probe on a part, what is only ever told. */
  answer(question: Question, fitted: readonly string[]): Finding {
    const faults = this.left(fitted);
    this.random = this.streamOf(question, fitted);
    switch (question.kind) {
      case "sight":
        return sightFinding(question.place.sight, this.seeSight(question.place.sight, faults, NOISE.technicianError));
      case "code":
        return codeFinding(this.seeCode(faults));
      case "look":
        return { ...question, result: { is: "answer", value: this.look(question.place.part, faults) ? "bad" : "good" } };
      case "ohms":
        return this.ohms(question, faults);
      case "volts":
        return {
          ...question,
          result: { is: "value", unit: "volt", value: this.volts(this.probed(question.place.between), question, faults) },
        };
      case "amps":
        return { ...question, result: { is: "value", unit: "amp", value: this.amps(question, faults) } };
      case "temperature":
        if (!("stream" in question.place)) return noSuchInstrument(question);
        return { ...question, result: { is: "value", unit: "celsius", value: this.gauged(faults, "exhaust-peak") } };
      case "pressure":
        if (question.place.stream !== "duct") return noSuchInstrument(question);
        return { ...question, result: { is: "value", unit: "pascal", value: this.gauged(faults, "back-pressure") } };
      case "series":
      case "spot":
      case "verdict":
      case "setting":
      case "airspeed":
      case "capacitance":
        return noSuchInstrument(question);
    }
  }

  /** By what is asked, what is fitted, and how often it was asked so. */
  private streamOf({ kind, place, circumstances }: Question, fitted: readonly string[]): () => number {
    const sorted = "between" in place ? [...place.between].sort() : place;
    const name = JSON.stringify([kind, sorted, controlsIn(circumstances), wiringIn(circumstances), [...fitted].sort()]);
    const times = this.asked.get(name) ?? 0;
    this.asked.set(name, times + 1);
    return streamFrom(this.seed, `${times} ${name}`);
  }

  private seeCode(faults: readonly Fault[]): string {
    const shares = this.runOf(faults, true).shares[CODE];
    const values = codeAnswers(this.machine).map((a) => a.value);
    return shares ? this.answerFrom(values, shares, codeErrorRate * NOISE.technicianError) : UNTOLD;
  }

  private look(part: string, faults: readonly Fault[]): boolean {
    const bad = looksBad(this.machine, new FaultSet(faults), part);
    return this.random() < NOISE.lookSlip ? this.random() < 0.5 : this.random() < bad;
  }

  private gauged(faults: readonly Fault[], what: "exhaust-peak" | "back-pressure"): number {
    const { measures } = this.runOf(faults, true);
    const off = 1 + NOISE.measureSpread * (2 * this.random() - 1);
    return Number((measures[what] * off).toPrecision(3));
  }

  /** Where the probes really are: now and then a lead sits somewhere else. */
  private probed([a, b]: readonly [string, string]): [string, string] {
    const points = this.machine.testPoints.map((t) => t.net);
    const slipped = this.random() < NOISE.misplaced;
    const other = item(points, Math.floor(this.random() * points.length));
    return slipped && other !== a ? [a, other] : [a, b];
  }

  private ohms(question: QuestionOfKind<"ohms">, faults: readonly Fault[]): Finding {
    const between = this.probed(question.place.between);
    const set = new FaultSet(faults);
    const wiring = wiringUnder(this.truth, set, wiringIn(question.circumstances));
    const condition = deadCondition(this.truth, controlsIn(question.circumstances));
    const network = ohmNetwork(networkOf(this.truth, condition, set, wiring).components);
    const ohms = ohmsBetween(network, probeNode(this.truth, between[0], wiring), probeNode(this.truth, between[1], wiring));
    if (!(ohms < OHM_RANGE)) return { ...question, result: { is: "OL" } };
    const value = Number((ohms * this.gain + this.leads + 0.1 * this.random()).toPrecision(3));
    return { ...question, result: { is: "value", unit: "ohm", value } };
  }

  private volts(between: readonly [string, string], { circumstances }: QuestionOfKind<"volts">, faults: readonly Fault[]): number {
    const set = new FaultSet(faults);
    const { point } = lastOf(operate(this.truth, set, startScript(this.truth, LIVE_AT_S, controlsIn(circumstances))).frames);
    const wiring = wiringUnder(this.truth, set, []);
    const volts = voltsBetween(point, probeNode(this.truth, between[0], wiring), probeNode(this.truth, between[1], wiring));
    return Math.round(Math.abs(volts) * this.gain * (0.98 + 0.04 * this.random()));
  }

  private amps({ place, circumstances }: QuestionOfKind<"amps">, faults: readonly Fault[]): number {
    const amps = new Predictor(this.truth).amps(faults, place.through, controlsIn(circumstances));
    const mean = amps.is === "value" ? amps.mean : 0;
    return Number((mean * this.gain * (0.97 + 0.06 * this.random())).toPrecision(3));
  }
}

const isTrouble = (finding: Finding): boolean =>
  finding.kind === "sight" && finding.result.value === (["stops", "trips"].includes(finding.place.sight) ? "yes" : "no");

function noSuchInstrument({ kind }: Question): never {
  throw new RangeError(`a rehearsed world has nothing to answer “${kind}” with at this place`);
}
