import type { Series } from "../model/cycling/series";
import { type Fault, FaultSet } from "../model/machine/fault";
import type { Machine, Part } from "../model/machine/format";
import { operate, startScript } from "../model/machine/run/operate";
import { normalFrom, streamFrom, within } from "./random";

/** A logger's record of the exhaust of a machine that nobody knows, and what is true of it. */
interface LoggedRun {
  readonly seed: number;
  readonly series: Series;
  /** m³/s. */
  readonly flow: number;
  /** W of the heat while it is on. */
  readonly watts: number;
  /** °C at which its thermostat acts. */
  readonly opensC: number;
  readonly closesC: number;
  /** Its thermostat acted often enough to be seen; nothing else did. */
  readonly cycles: boolean;
}

interface Wanted {
  readonly seed: number;
  readonly noiseK: number;
  readonly everyS: number;
  /** s. */
  readonly lasts?: number;
  /** Left out, one is drawn: as it should be, or choked by some. */
  readonly faults?: readonly Fault[];
}

/** An empty machine of this kind as it might stand somewhere: its room, power, thermostat and duct a little or much otherwise; the same for the same seed. */
export function loggedRun(machine: Machine, { seed, noiseK, everyS, lasts = 2400, faults }: Wanted): LoggedRun {
  const random = streamFrom(seed, "logged run");
  const duct = machine.parts.find((p) => p.kind === "duct");
  const drawn: readonly Fault[] =
    faults ?? (duct && random() < 0.6 ? [{ part: duct.id, mode: "choked", severity: within([LEAST_FREE, 1], random) }] : []);
  const thermostat = cyclingThermostat(machine);
  const [opensOff, closesOff, power, ambientC] = [
    within([-4, 4], random),
    within([-4, 4], random),
    within([0.9, 1.1], random),
    within([15, 30], random),
  ];
  const here: Machine = {
    ...machine,
    thermal: { ...machine.thermal, ambientC },
    ...(machine.burner && { burner: { ...machine.burner, watts: machine.burner.watts * power } }),
    parts: machine.parts.map((p): Part => {
      if (p.id === thermostat?.id && p.kind === "thermostat") return { ...p, opensC: p.opensC + opensOff, closesC: p.closesC + closesOff };
      return p.kind === "element" ? { ...p, watts: p.watts * power } : p;
    }),
  };
  const { frames } = operate(here, new FaultSet(drawn), { ...startScript(here, lasts), everyS: Math.min(everyS, FINE_S) });
  const seconds = Float64Array.from({ length: Math.floor(lasts / everyS) + 1 }, (_, i) => i * everyS);
  let next = 0;
  const values = seconds.map((t) => {
    while ((frames[next + 1]?.at ?? Infinity) <= t) next++;
    const [a, b] = [frames[next], frames[next + 1]];
    const exact = a && b && b.at > a.at ? a.exhaustC + ((b.exhaustC - a.exhaustC) * (t - a.at)) / (b.at - a.at) : (a?.exhaustC ?? ambientC);
    return exact + noiseK * normalFrom(random);
  });
  const heats = frames
    .map((f) => f.heatW)
    .filter((w) => w > LEAST_HEAT_W)
    .sort((a, b) => a - b);
  const opened = new Set(frames.flatMap((f) => [...f.condition.opened]));
  const acted = frames.filter(
    (f, i) => i > 0 && thermostat && f.condition.opened.has(thermostat.id) && !frames[i - 1]?.condition.opened.has(thermostat.id),
  );
  return {
    seed,
    series: { seconds, values },
    flow: Math.max(...frames.map((f) => f.flow)),
    watts: heats[heats.length >> 1] ?? 0,
    opensC: (thermostat?.opensC ?? 0) + opensOff,
    closesC: (thermostat?.closesC ?? 0) + closesOff,
    cycles: acted.length > 1 && [...opened].every((id) => id === thermostat?.id || !isThermal(machine, id)),
  };
}

/** Less than this is a leak, W. */
const LEAST_HEAT_W = 100;
/** The most choked that is drawn. */
const LEAST_FREE = 0.35;
const FINE_S = 2;

const cyclingThermostat = (machine: Machine) =>
  machine.parts.find((p): p is Extract<Part, { kind: "thermostat" }> => p.kind === "thermostat" && p.senses === "exhaust");

/** True where it is a thermostat or a fuse of the heat branch: a flame sensor opens in every run. */
const isThermal = (machine: Machine, id: string): boolean =>
  machine.parts.some((p) => p.id === id && (p.kind === "thermostat" || p.kind === "fuse"));
