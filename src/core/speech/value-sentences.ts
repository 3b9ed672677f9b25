import type { Machine } from "../model/machine/format";
import { closedControls, windingsOf } from "../model/machine/metering";
import { partOff } from "../model/machine/wiring";
import { placeSays } from "../model/naming/names";
import { capital } from "../model/naming/text";
import { parseQuantity } from "../model/quantity/parse";
import { METRE_PER_SECOND_PER_FPM, type Unit } from "../model/quantity/quantity";
import { SIGHTS } from "../model/sights/sights";
import type { Finding } from "../record/finding/finding";
import type { Draft } from "../record/job/kinds/index";

/** A finding with a value in it, as the program says it: “Heating element, wires off: 10.4 Ω”. `undefined` for other words. */
export function valueSentence(line: string, machine: Machine): Draft | undefined {
  const text = line.trim();
  const found = reading(text, machine) ?? timedSight(text) ?? single(text, machine);
  return found && { kind: "finding", body: found };
}

const value = <U extends Unit>(said: string, unit: U): number | undefined => {
  const parsed = parseQuantity(said.replace("µF", "uF"), unit);
  return parsed.ok && parsed.quantity.unit === unit && !parsed.quantity.overload ? parsed.quantity.value : undefined;
};

function reading(text: string, machine: Machine): Finding | undefined {
  const wired = /^(.+?), wires (off|on)(?:, (.+))?: (OL|[^@]+?)(?: at (-?\d+ °[CF])| (hot))?$/.exec(text);
  if (wired) {
    const [, said = "", wires, state, amount = "", warm, hot] = wired;
    const between = placesOf(machine).get(said);
    const ohms = amount === "OL" ? "OL" : value(amount, "ohm");
    const controls = state === undefined ? {} : controlsCalled(machine, state);
    if (!between || ohms === undefined || !controls) return undefined;
    const part = between[0].includes(".") ? machine.parts.find((p) => between[0].startsWith(`${p.id}.`)) : undefined;
    const partC = warm === undefined ? undefined : value(warm, "celsius");
    return {
      kind: "ohms",
      place: { between },
      result: ohms === "OL" ? { is: "OL" } : { is: "value", value: ohms, unit: "ohm" },
      circumstances: {
        ...((part || state !== undefined) && { controls: part && state === undefined ? { ...closedControls(machine, part) } : controls }),
        ...(partC !== undefined && { partC }),
        ...(hot !== undefined && { partHot: true as const }),
        ...(wires === "off" && part && { wiring: [partOff(part.id)] }),
      },
    };
  }
  const volts = /^(.+?)(?:, (.+))?: (-?[\d.]+ V)$/.exec(text);
  const [, said = "", state, amount = ""] = volts ?? [];
  const between = placesOf(machine).get(said);
  const v = amount === "" ? undefined : value(amount, "volt");
  if (!between || v === undefined) return undefined;
  const controls = state === undefined ? undefined : controlsCalled(machine, state);
  return {
    kind: "volts",
    place: { between },
    result: { is: "value", value: v, unit: "volt" },
    circumstances: controls ? { controls } : {},
  };
}

/** “start button pressed, door open”, as `controlsSay` says it. */
function controlsCalled(machine: Machine, said: string): Record<string, string> | undefined {
  const out: Record<string, string> = {};
  for (const one of said.split(", ")) {
    const found = machine.controls
      .flatMap((c) => c.positions.map((p) => ({ c, p })))
      .find(({ c, p }) => `${c.name} ${p.name}`.toLowerCase() === one.toLowerCase());
    if (!found) return undefined;
    out[found.c.id] = found.p.id;
  }
  return out;
}

const places = new WeakMap<Machine, ReadonlyMap<string, [string, string]>>();

/** Every pair of places that a meter can be at, by how it is said. */
function placesOf(machine: Machine): ReadonlyMap<string, [string, string]> {
  const before = places.get(machine);
  if (before) return before;
  const found = new Map<string, [string, string]>();
  const add = (a: string, b: string) => {
    if (a === b) return;
    const said = placeSays(machine, [a, b]);
    if (!found.has(said)) found.set(said, [a, b]);
  };
  for (const part of machine.parts) {
    for (const { terminals } of windingsOf(part)) add(`${part.id}.${terminals[0]}`, `${part.id}.${terminals[1]}`);
    if (part.nets.length > 0) add(`${part.id}.1`, machine.cabinet);
  }
  const { legs, neutral, ground } = machine.supply;
  const nets = [...new Set([...machine.testPoints.map((t) => t.net), ...[...legs, neutral, ground].flatMap((s) => [s.wall, s.pin])])];
  for (const a of nets) for (const b of nets) add(a, b);
  places.set(machine, found);
  return found;
}

/** “Igniter glows after 20 s for 40 s”. */
function timedSight(text: string): Finding | undefined {
  const said = /^(.+?)(?: after ([\d.]+ (?:s|min)))?(?: for ([\d.]+ (?:s|min)))?$/.exec(text);
  const [, words = "", after, lasted] = said ?? [];
  if (after === undefined && lasted === undefined) return undefined;
  for (const sight of SIGHTS) {
    const answer = sight.answers.find((a) => capital(a.says) === words);
    if (!answer) continue;
    const [at, lasts] = [
      after === undefined ? undefined : value(after, "second"),
      lasted === undefined ? undefined : value(lasted, "second"),
    ];
    return {
      kind: "sight",
      place: { sight: sight.id },
      result: { is: "answer", value: answer.value },
      circumstances: { ...(at !== undefined && { secondsIntoRun: at }), ...(lasts !== undefined && { lastedSeconds: lasts }) },
    };
  }
  return undefined;
}

const STREAMS = { "Back pressure": "duct", "Gas at the manifold": "manifold", "Gas coming in": "inlet" } as const;

function single(text: string, machine: Machine): Finding | undefined {
  const [, where = "", amount = ""] =
    /^(Back pressure|Gas at the manifold|Gas coming in|Exhaust at its hottest|Air at the hood): (.+)$/.exec(text) ?? [];
  if (where in STREAMS) {
    const pascal = value(amount, "pascal");
    return pascal === undefined
      ? undefined
      : {
          kind: "pressure",
          place: { stream: STREAMS[where as keyof typeof STREAMS] },
          result: { is: "value", value: pascal, unit: "pascal" },
          circumstances: {},
        };
  }
  if (where === "Exhaust at its hottest") {
    const celsius = value(amount, "celsius");
    return celsius === undefined
      ? undefined
      : { kind: "temperature", place: { stream: "exhaust" }, result: { is: "value", value: celsius, unit: "celsius" }, circumstances: {} };
  }
  if (where === "Air at the hood") {
    const [, speed, unit] = /^([\d.]+) (m\/s|fpm)$/.exec(amount) ?? [];
    return speed === undefined
      ? undefined
      : {
          kind: "airspeed",
          place: { stream: "hood" },
          result: { is: "value", value: Number(speed) * (unit === "fpm" ? METRE_PER_SECOND_PER_FPM : 1), unit: "metre-per-second" },
          circumstances: {},
        };
  }
  const holds = /^(.+) holds ([\d.]+) µF$/.exec(text);
  const draws = /^(.+) draws (.+)$/.exec(text);
  const warm = /^(.+) at (-?\d+ °[CF])$/.exec(text);
  const named = (name: string | undefined) => machine.parts.find((p) => p.name === name)?.id;
  const capacitor = holds && named(holds[1]);
  if (capacitor)
    return {
      kind: "capacitance",
      place: { part: capacitor },
      result: { is: "value", value: Number(holds[2]) * 1e-6, unit: "farad" },
      circumstances: {},
    };
  const through = draws && (draws[1] === "The whole machine" ? "supply" : named(draws[1]));
  const amps = draws ? value(draws[2] ?? "", "amp") : undefined;
  if (through && amps !== undefined)
    return { kind: "amps", place: { through }, result: { is: "value", value: amps, unit: "amp" }, circumstances: {} };
  const part = warm && named(warm[1]);
  const celsius = warm ? value(warm[2] ?? "", "celsius") : undefined;
  return part && celsius !== undefined
    ? { kind: "temperature", place: { part }, result: { is: "value", value: celsius, unit: "celsius" }, circumstances: {} }
    : undefined;
}
