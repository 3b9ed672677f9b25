import { type Machine, partOf } from "../../model/machine/format";
import { closedControls, windingsOf } from "../../model/machine/metering";
import type { Piece } from "../../model/machine/pieces";
import { partOff } from "../../model/machine/wiring";
import { SIGHT_IDS, type SightId } from "../../model/sights/sights";
import { asBond } from "../../record/finding/bond";
import type { Circumstances } from "../../record/finding/circumstances";
import type { Finding } from "../../record/finding/finding";
import type { Draft } from "../../record/job/kinds/index";

/** A resistance as it was read: Ω, or an open line. */
export type Ohms = number | "OL";

export interface Reading {
  readonly value: Ohms;
  readonly wiresOn?: boolean;
  readonly partC?: number;
  readonly hot?: boolean;
  readonly controls?: Readonly<Record<string, string>>;
  /** V of an insulation tester. */
  readonly testVolts?: number;
}

const finding = (body: Finding): Draft => ({ kind: "finding", body });

const ohmsResult = (value: Ohms) => (value === "OL" ? ({ is: "OL" } as const) : ({ is: "value", value, unit: "ohm" } as const));

function circumstancesOf({ partC, hot, controls, testVolts }: Reading): Circumstances {
  return {
    ...(controls && Object.keys(controls).length > 0 && { controls }),
    ...(partC !== undefined && { partC }),
    ...(hot && { partHot: true as const }),
    ...(testVolts !== undefined && { testVolts }),
  };
}

/** Resistance across a part, its wires off unless it is said that they are on. `undefined` for a part without terminals. */
export function ohmsAcross(machine: Machine, id: string, reading: Reading, terminals?: readonly [number, number]): Draft | undefined {
  const part = partOf(machine, id);
  const [a, b] = terminals ?? windingsOf(part)[0]?.terminals ?? [];
  if (a === undefined || b === undefined) return undefined;
  const controls = { ...closedControls(machine, part), ...reading.controls };
  return finding({
    kind: "ohms",
    place: { between: [`${id}.${a}`, `${id}.${b}`] },
    result: ohmsResult(reading.value),
    circumstances: { ...circumstancesOf({ ...reading, controls }), ...(!reading.wiresOn && { wiring: [partOff(id)] }) },
  });
}

/** Resistance from a part to the cabinet, its wires off; of the ground conductor, its bond. */
export const ohmsToCabinet = (machine: Machine, id: string, reading: Reading): Draft =>
  finding(
    asBond(machine, {
      kind: "ohms",
      place: { between: [`${id}.1`, machine.cabinet] },
      result: ohmsResult(reading.value),
      circumstances: { ...circumstancesOf(reading), ...(!reading.wiresOn && { wiring: [partOff(id)] }) },
    }),
  );

export const ohmsBetween = (between: readonly [string, string], reading: Reading): Draft =>
  finding({ kind: "ohms", place: { between: [...between] }, result: ohmsResult(reading.value), circumstances: circumstancesOf(reading) });

export const voltsBetween = (between: readonly [string, string], volts: number): Draft =>
  finding({ kind: "volts", place: { between: [...between] }, result: { is: "value", value: volts, unit: "volt" }, circumstances: {} });

/** Volts across a part in its place. `undefined` for a part without terminals. */
export function voltsAcross(machine: Machine, id: string, volts: number, terminals?: readonly [number, number]): Draft | undefined {
  const [a, b] = terminals ?? windingsOf(partOf(machine, id))[0]?.terminals ?? [];
  return a === undefined || b === undefined ? undefined : voltsBetween([`${id}.${a}`, `${id}.${b}`], volts);
}

export const ampsThrough = (through: string, amps: number): Draft =>
  finding({ kind: "amps", place: { through }, result: { is: "value", value: amps, unit: "amp" }, circumstances: {} });

export const farads = (part: string, value: number): Draft =>
  finding({ kind: "capacitance", place: { part }, result: { is: "value", value, unit: "farad" }, circumstances: {} });

/** Of the exhaust at its hottest, or of the room. */
export const airAt = (stream: "exhaust" | "room", celsius: number): Draft =>
  finding({
    kind: "temperature",
    place: { stream },
    result: { is: "value", value: celsius, unit: "celsius" },
    circumstances: {},
  });

export const pressureAt = (stream: "duct" | "manifold" | "inlet", pascal: number): Draft =>
  finding({ kind: "pressure", place: { stream }, result: { is: "value", value: pascal, unit: "pascal" }, circumstances: {} });

export const airspeedAt = (metresPerSecond: number): Draft =>
  finding({
    kind: "airspeed",
    place: { stream: "hood" },
    result: { is: "value", value: metresPerSecond, unit: "metre-per-second" },
    circumstances: {},
  });

export const codeShown = (value: string): Draft =>
  finding({ kind: "code", place: { on: "display" }, result: { is: "answer", value }, circumstances: {} });

export const isSight = (id: string): id is SightId => (SIGHT_IDS as readonly string[]).includes(id);

export const sightSeen = (sight: SightId, value: string, times: { readonly at?: number; readonly lasted?: number } = {}): Draft =>
  finding({
    kind: "sight",
    place: { sight },
    result: { is: "answer", value },
    circumstances: {
      ...(times.at !== undefined && { secondsIntoRun: times.at }),
      ...(times.lasted !== undefined && { lastedSeconds: times.lasted }),
    },
  });

export type Verdict = "good" | "bad" | "unknown";

export const lookAt = (part: string, value: Verdict): Draft =>
  finding({ kind: "look", place: { part }, result: { is: "answer", value }, circumstances: {} });

export const verdictOn = (part: string, value: Verdict, to?: "cabinet"): Draft =>
  finding({ kind: "verdict", place: { part, ...(to && { to }) }, result: { is: "answer", value }, circumstances: {} });

export const spotAt = (place: { joint: string } | { point: string } | { piece: Piece }, value: Verdict): Draft =>
  finding({ kind: "spot", place, result: { is: "answer", value }, circumstances: {} });

export const settingOf = (control: string, position: string, now: boolean): Draft =>
  finding({
    kind: "setting",
    place: { control, ...(now && { now: true as const }) },
    result: { is: "answer", value: position },
    circumstances: {},
  });
