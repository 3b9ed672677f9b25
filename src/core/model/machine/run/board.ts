import { joined, type OperatingPoint, voltsBetween } from "../../circuit/solve";
import type { FaultSet } from "../fault";
import type { Machine, PartOf } from "../format";
import { controlsUnder } from "../network";
import { boardThermostatId } from "../parts/kinds/board";
import type { ControlPositions } from "./condition";
import { sensedOhms } from "./thermal-contacts";

/** Share of its rated volts at which a board works. */
const LIVES_AT = 0.6;
/** A board that calls for heat this long without this much rise says so. Seconds, kelvin. */
const NO_HEAT_AFTER_S = 240;
const NO_HEAT_K = 5;

/** A board that lost its supply begins anew this much later. */
const REBOOT_S = 2;

/** Holds what a board does at one moment, given what the circuit brings it. */
export class BoardLogic {
  running = false;
  lit = false;
  private bootedAt = 0;
  /** A sense that kept it from starting. */
  private missing: string | undefined;
  private noHeat = false;
  private calledFor = 0;
  private calledAtC: number | undefined;
  private calling = false;
  private readonly relays: readonly PartOf<"relay">[];
  private readonly sensed: number;
  private readonly dead: boolean;

  constructor(
    private readonly machine: Machine,
    private readonly faults: FaultSet,
    readonly part: PartOf<"board">,
  ) {
    this.relays = machine.parts.filter((p) => p.kind === "relay").filter((r) => r.board === part.id);
    this.sensed = sensedOhms(machine, faults, part);
    this.dead = faults.has(part.id, "dead") || faults.has(part.id, "shorted");
  }

  /** Looks at its inputs at a time, in seconds, and returns the relays that it pulls in. */
  look(at: number, point: OperatingPoint, controls: ControlPositions, opened: ReadonlySet<string>): readonly string[] {
    const { part } = this;
    const wasLit = this.lit;
    this.lit = !this.dead && Math.abs(voltsBetween(point, ...part.nets)) > LIVES_AT * part.volts;
    if (wasLit && !this.lit) this.bootedAt = at + REBOOT_S;
    const made = (s: (typeof part.senses)[number]) =>
      s.by === "contact" ? joined(point, ...s.nets) : Math.abs(voltsBetween(point, ...s.nets)) > LIVES_AT * part.volts;
    const lacking = part.senses.find((s) => !s.starts && !made(s));
    const pressed = part.senses.some((s) => s.starts && made(s));
    if (this.lit && pressed && lacking) this.missing = lacking.id;
    this.running = this.lit && at >= this.bootedAt && !lacking && (this.running || pressed);
    this.calling = this.running && this.callsForHeat(controls, opened);
    return this.relays.filter((r) => (r.drives === "heat" ? this.calling : this.running)).map((r) => r.id);
  }

  private callsForHeat(controls: ControlPositions, opened: ReadonlySet<string>): boolean {
    const { heatIn, id } = this.part;
    const position = controlsUnder(this.machine, { cordIn: true, controls }, this.faults)[heatIn.control] ?? "";
    return heatIn.in.includes(position) && this.sensorFault === undefined && !opened.has(boardThermostatId(id));
  }

  private get sensorFault(): "sensor-open" | "sensor-short" | undefined {
    if (this.sensed > this.part.sensor.openAboveOhms) return "sensor-open";
    return this.sensed < this.part.sensor.shortBelowOhms ? "sensor-short" : undefined;
  }

  /** Time passes: `exhaustC` at the sensor. */
  wait(seconds: number, exhaustC: number): void {
    if (!this.calling) return;
    this.calledAtC ??= exhaustC;
    this.calledFor += seconds;
    if (exhaustC > this.calledAtC + NO_HEAT_K) this.calledFor = -Infinity;
    if (this.calledFor > NO_HEAT_AFTER_S) this.noHeat = true;
  }

  /** The code on its display, the first that applies in the order of the file. */
  get code(): string | null {
    if (!this.lit) return null;
    const applies = (c: (typeof this.part.codes)[number]): boolean => {
      if (c.when === "not-made") return this.missing !== undefined && (c.sense === undefined || c.sense === this.missing);
      return c.when === "no-heat" ? this.noHeat : this.sensorFault === c.when;
    };
    return this.part.codes.find(applies)?.code ?? null;
  }
}
