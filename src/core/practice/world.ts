import { item, lastOf } from "../model/array/at";
import { ohmNetwork, ohmsBetween } from "../model/circuit/ohms";
import { operatingPoint, voltsBetween } from "../model/circuit/solve";
import { remedyOf } from "../model/machine/assembly";
import {
  type Fault,
  FaultSet,
  faultsId,
  INTERMITTENT_IS_OPEN,
  JOINT_POOR,
  JOINT_SWAPPED,
  whileGood,
  whileOpen,
} from "../model/machine/fault";
import type { Machine } from "../model/machine/format";
import { networkOf, probeNode } from "../model/machine/network";
import { type MendedPiece, mendedPiece, type Piece, pieceId } from "../model/machine/pieces";
import { deadCondition } from "../model/machine/run/at-rest";
import { operate, startScript } from "../model/machine/run/operate";
import { wiringUnder } from "../model/machine/wiring";
import { looksBad } from "../model/prediction/looks";
import { OHM_RANGE } from "../model/prediction/prediction";
import { Predictor } from "../model/prediction/predictor";
import { type RunMeasures, runMeasures } from "../model/prediction/run-measures";
import { CODE, type SightShares, sightShares } from "../model/sights/shares";
import { type SightId, sightOf, UNTOLD } from "../model/sights/sights";
import { type Hypothesis, remaining } from "../reason/diagnosis/hypotheses";
import { controlsIn, wiringIn } from "../record/finding/circumstances";
import type { Finding, Question, QuestionOfKind } from "../record/finding/finding";
import { codeAnswers, codeErrorRate, codeFinding } from "../record/finding/kinds/code";
import { sightFinding } from "../record/finding/kinds/sight";
import { ROOM } from "../record/finding/kinds/temperature";
import { isUnplugged } from "../record/finding/kinds/volts";
import { drawForeign, type Foreign } from "./foreign";
import { type Nature, NEAR } from "./nature";
import { drawIndex, normalFrom, streamFrom, within } from "./random";
import { variedMachine, wrongWithNew } from "./varied";

const SHORT_RUN_S = 130;
const LONG_RUN_S = 960;
const LIVE_AT_S = 45;
/** After so many faults that nobody would notice, one is taken all the same. */
const MOST_DRAWS = 200;
/** Whatever no model has is a trouble that most people see: fewer than this take the machine to be well. */
const CLEARLY = 0.15;
/** A drum is hard to turn against a seized motor. */
const SEIZED_HOLDS = 0.5;
/** Holds what is wrong where the model has no name for it. */
const FOREIGN = "outside the model";
const OPPOSITE: Readonly<Record<string, string>> = { yes: "no", no: "yes" };

interface Run {
  readonly shares: SightShares;
  readonly measures: RunMeasures;
}

interface Drawn {
  readonly hidden: Hypothesis;
  readonly faults: readonly Fault[];
  readonly complaint: readonly Finding[];
}

interface WorldOptions {
  readonly nature?: Nature;
  /** Only this hypothesis or suspect. */
  readonly fault?: string | undefined;
}

/**
 * One machine in somebody's house, with a fault that nobody knows yet. Whatever is drawn comes from a stream of its own: by part, by fault, and by
 * question, what is fitted and how often it was asked so. The order of questions changes nothing.
 */
export class World {
  readonly hidden: Hypothesis;
  readonly complaint: readonly Finding[];
  /** The hidden faults as they are here: a drifting part may stand anywhere in its range. */
  private readonly faults: readonly Fault[];
  /** The machine as it is here, its parts within their tolerances; and as it is once what no model has is put right. */
  truth: Machine;
  private readonly sound: Machine;
  private readonly broken: Machine;
  /** Set where the trouble is not in the model: its name, in words. */
  readonly foreign: string | undefined;
  private readonly foreignAt: MendedPiece | undefined;
  private readonly nature: Nature;
  /** Gives what is drawn from now: set for each thing that is drawn. */
  private random: () => number;
  private readonly asked = new Map<string, number>();
  private readonly gain: number;
  private readonly leads: number;
  private readonly runs = new Map<string, Run>();

  constructor(
    readonly machine: Machine,
    hypotheses: readonly Hypothesis[],
    private readonly seed: number,
    { nature = NEAR, fault }: WorldOptions = {},
  ) {
    this.nature = nature;
    this.random = streamFrom(seed, "meter");
    const varied = variedMachine(machine, nature, seed);
    this.truth = varied;
    this.random = streamFrom(seed, "meter");
    this.gain = 1 + nature.meterGain * (2 * this.random() - 1);
    this.leads = within(nature.leadOhms, this.random);
    const outside = fault === undefined ? this.drawOutside(varied) : undefined;
    this.foreign = outside?.says;
    this.foreignAt = outside?.at;
    const drawn = outside ?? this.drawFault(hypotheses, fault);
    this.sound = varied;
    this.broken = outside?.machine ?? varied;
    this.truth = this.broken;
    this.hidden = drawn.hidden;
    this.faults = drawn.faults;
    this.complaint = this.retold(drawn.complaint);
  }

  /** Ω that this job's meter shows when its leads are shorted. */
  get shortedLeads(): number {
    return this.leads;
  }

  /** In one job of some, a trouble that no hypothesis has, drawn until somebody notices it. */
  private drawOutside(machine: Machine): (Drawn & Foreign) | undefined {
    const { foreignOneIn } = this.nature;
    if (foreignOneIn === 0 || streamFrom(this.seed, "foreign")() * foreignOneIn >= 1) return undefined;
    const healthy = this.truth;
    for (let tries = 0; tries < MOST_DRAWS; tries++) {
      const trouble = drawForeign(machine, streamFrom(this.seed, `foreign ${tries}`));
      if (!trouble) continue;
      this.truth = trouble.machine;
      this.runs.clear();
      this.random = streamFrom(this.seed, `noticed ${tries}`);
      if (this.works([], CLEARLY)) continue;
      const complaint = this.notice([]);
      if (!complaint.some(isTrouble)) continue;
      const hidden: Hypothesis = { id: trouble.says, suspect: FOREIGN, kind: "nothing", faults: [], prior: 0, assemblies: [] };
      return { ...trouble, hidden, faults: [], complaint };
    }
    this.truth = healthy;
    this.runs.clear();
    return undefined;
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

  /** Now and then one thing of a complaint is the other way round. */
  private retold(complaint: readonly Finding[]): readonly Finding[] {
    const random = streamFrom(this.seed, "retold");
    if (random() >= this.nature.complaintWrong) return complaint;
    const at = Math.floor(random() * complaint.length);
    return complaint.map((f, i) => {
      const other = f.kind === "sight" ? OPPOSITE[f.result.value] : undefined;
      return i === at && f.kind === "sight" && other !== undefined ? sightFinding(f.place.sight, other) : f;
    });
  }

  /** Base rates are wrong for a whole fault, not for each severity of it by itself. */
  private baseRates(hypotheses: readonly Hypothesis[]): number[] {
    const rates = new Map<string, number>();
    return hypotheses.map((h) => {
      const rate = rates.get(h.suspect) ?? Math.exp(this.nature.baseRateSpread * normalFrom(streamFrom(this.seed, `rate ${h.suspect}`)));
      rates.set(h.suspect, rate);
      return h.prior * rate;
    });
  }

  private somewhereInRange(fault: Fault): Fault {
    const { poorOhms } = this.nature;
    if (fault.mode === JOINT_POOR && poorOhms) return { ...fault, severity: poorOhms[0] * (poorOhms[1] / poorOhms[0]) ** this.random() };
    const range = this.machine.parts
      .find((p) => p.id === fault.part)
      ?.faults.find((f) => f.mode === fault.mode && f.at === fault.at)?.range;
    return range ? { ...fault, severity: range[0] * (range[1] / range[0]) ** this.random() } : fault;
  }

  /** As it is just now: what is intermittent is open or good. */
  private now(faults: readonly Fault[]): readonly Fault[] {
    const good = whileGood(faults);
    return good === faults ? faults : this.random() < INTERMITTENT_IS_OPEN ? whileOpen(faults) : good;
  }

  /** Gives what a customer tells of it. */
  private notice(all: readonly Fault[]): Finding[] {
    const faults = this.now(all);
    const see = (sight: SightId) => this.seeSight(sight, faults, this.nature.customerError);
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
    if (!shares) return UNTOLD;
    const { random } = this;
    const { sameError } = this.nature;
    // The same eyes err in the same way again.
    if (sameError > 0 && random() < sameError) this.random = streamFrom(this.seed, `eyes ${id} ${faultsId(faults)} ${errorFactor}`);
    const seen = this.answerFrom(values, shares, errorRate * errorFactor);
    this.random = random;
    return seen;
  }

  private answerFrom(values: readonly string[], shares: Readonly<Record<string, number>>, errorRate: number): string {
    if (this.random() < errorRate) return item(values, Math.floor(this.random() * values.length));
    const weights = values.map((v) => shares[v] ?? 0);
    return item(values, drawIndex(weights, this.random));
  }

  /** The faults that are left after these were fitted or put right, in their order, with what is wrong with the new parts. */
  left(fitted: readonly string[]): readonly Fault[] {
    const left = remaining(this.machine, this.faults, fitted);
    const bad = [...new Set(fitted)].flatMap((assembly) =>
      wrongWithNew(this.machine, this.nature, this.seed, assembly, fitted.filter((f) => f === assembly).length),
    );
    return bad.length === 0 ? left : [...left, ...bad];
  }

  /**
   * Nothing of the hidden trouble is left. The second of two faults that have nothing to do with each other counts when
   * it shows: a dead lamp beside an open element is not what anybody called for.
   */
  solved(fitted: readonly string[]): boolean {
    const left = this.left(fitted);
    if (this.foreign !== undefined) return this.mended(fitted);
    if (left.length === 0) return true;
    if (this.hidden.kind !== "pair" || left.length === this.faults.length) return false;
    return this.works(left);
  }

  /** Whatever no model has was put right where it is. */
  private mended(fitted: readonly string[]): boolean {
    return this.foreignAt !== undefined && fitted.includes(pieceId(this.foreignAt));
  }

  private standsAs(fitted: readonly string[]): void {
    const now = this.mended(fitted) ? this.sound : this.broken;
    if (now !== this.truth) this.runs.clear();
    this.truth = now;
  }

  /** It starts, turns, heats and goes on so. */
  private works(faults: readonly Fault[], least = 0.5): boolean {
    const { shares } = this.runOf(faults, true);
    return ["starts", "turns", "warm", "keeps"].every((s) => (shares[s]?.yes ?? 1) > least) && (shares.stops?.no ?? 1) > least;
  }

  private pieceIsBad(piece: Piece, faults: readonly Fault[]): boolean {
    const slips = this.random() < this.nature.lookSlip / 2;
    const itself = faults.some((f) => mendedPiece(remedyOf(this.machine, f)) === piece || (piece === "wiring" && f.mode === JOINT_SWAPPED));
    const held = piece === "drum" && faults.some((f) => f.mode === "seized") && this.random() < SEIZED_HOLDS;
    return slips !== (held || ((this.foreignAt === piece || itself) && this.foundOutside()));
  }

  /** True where who looks at pieces that no circuit shows finds what is wrong there. */
  private foundOutside(): boolean {
    return streamFrom(this.seed, "outside")() < this.nature.findsOutside;
  }

  /** Gives what a technician finds there. Throws RangeError for what no rehearsed world has: a logger, a gas gauge, a probe on a part, what is only ever told. */
  answer(question: Question, fitted: readonly string[]): Finding {
    this.random = this.streamOf(question, fitted);
    const faults = this.now(this.left(fitted));
    this.standsAs(fitted);
    switch (question.kind) {
      case "sight":
        return sightFinding(question.place.sight, this.seeSight(question.place.sight, faults, this.nature.technicianError));
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
        return {
          ...question,
          result: {
            is: "value",
            unit: "celsius",
            value: question.place.stream === ROOM ? this.room() : this.gauged(faults, "exhaust-peak"),
          },
        };
      case "pressure":
        if (question.place.stream !== "duct") return noSuchInstrument(question);
        return { ...question, result: { is: "value", unit: "pascal", value: this.gauged(faults, "back-pressure") } };
      case "spot":
        if (!("piece" in question.place)) return noSuchInstrument(question);
        return { ...question, result: { is: "answer", value: this.pieceIsBad(question.place.piece, faults) ? "bad" : "good" } };
      case "series":
      case "airway":
      case "verdict":
      case "setting":
      case "airspeed":
      case "flow":
      case "input":
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
    return shares ? this.answerFrom(values, shares, codeErrorRate * this.nature.technicianError) : UNTOLD;
  }

  private look(part: string, faults: readonly Fault[]): boolean {
    const bad = looksBad(this.machine, new FaultSet(faults), part);
    return this.random() < this.nature.lookSlip ? this.random() < 0.5 : this.random() < bad;
  }

  private gauged(faults: readonly Fault[], what: "exhaust-peak" | "back-pressure"): number {
    const { measures } = this.runOf(faults, true);
    const off = 1 + this.nature.measureSpread * (2 * this.random() - 1);
    return Number((measures[what] * off).toPrecision(3));
  }

  /** To half a degree or so. */
  private room(): number {
    return Number((this.truth.thermal.ambientC + this.random() - 0.5).toFixed(1));
  }

  /** Where the probes really are: now and then a lead sits somewhere else. */
  private probed([a, b]: readonly [string, string]): [string, string] {
    const points = this.machine.testPoints.map((t) => t.net);
    const slipped = this.random() < this.nature.misplaced;
    const other = item(points, Math.floor(this.random() * points.length));
    return slipped && other !== a ? [a, other] : [a, b];
  }

  /** A poor joint reads otherwise at each touch. */
  private touched(fault: Fault): Fault {
    const { poorTouch } = this.nature;
    if (fault.mode !== JOINT_POOR || poorTouch === 0) return fault;
    return { ...fault, severity: (fault.severity ?? 1) * Math.exp(poorTouch * normalFrom(this.random)) };
  }

  private ohms(question: QuestionOfKind<"ohms">, faults: readonly Fault[]): Finding {
    const between = this.probed(question.place.between);
    const set = new FaultSet(faults.map((f) => this.touched(f)));
    const { wiresOn } = this.nature;
    const forgot = wiresOn > 0 && this.random() < wiresOn;
    const wiring = wiringUnder(this.truth, set, forgot ? [] : wiringIn(question.circumstances));
    const condition = deadCondition(this.truth, controlsIn(question.circumstances));
    const network = ohmNetwork(networkOf(this.truth, condition, set, wiring).components);
    const ohms = ohmsBetween(network, probeNode(this.truth, between[0], wiring), probeNode(this.truth, between[1], wiring));
    if (!(ohms < OHM_RANGE)) return { ...question, result: { is: "OL" } };
    const value = Number((ohms * this.gain + this.leads + 0.1 * this.random()).toPrecision(3));
    return { ...question, result: { is: "value", unit: "ohm", value } };
  }

  private volts(between: readonly [string, string], question: QuestionOfKind<"volts">, faults: readonly Fault[]): number {
    const set = new FaultSet(faults);
    const controls = controlsIn(question.circumstances);
    const point = isUnplugged(question, this.truth)
      ? operatingPoint(networkOf(this.truth, deadCondition(this.truth, controls), set))
      : lastOf(operate(this.truth, set, startScript(this.truth, LIVE_AT_S, controls)).frames).point;
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
