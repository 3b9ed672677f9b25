import { SORTS } from "./cabinet";

/** A machine file of an earlier format, reused to the next by its JSON alone. What is no machine file is left as it is. */
export function upcastMachine(data: unknown): unknown {
  if (!isRecord(data)) return data;
  const second = data.format === "yennic-machine/1" ? fromFirst(data) : data;
  return second.format === "yennic-machine/2" ? fromSecond(second) : second;
}

type Json = Record<string, unknown>;
const isRecord = (x: unknown): x is Json => typeof x === "object" && x !== null && !Array.isArray(x);
const isSort = (x: unknown): boolean => SORTS.some((s) => s === x);
const records = (x: unknown): Json[] => (Array.isArray(x) ? x.filter(isRecord) : []);

/** Volts at which the first version took every timer drive, lamp and bias heater to work. */
const WORKED_ABOVE_VOLTS = 60;

/** Says how well the first version took eyes (or warming) to find a fault, by kind and mode; it had no field for it. */
const SEEN: Readonly<Record<string, number>> = {
  "belt broken": 0.98,
  "duct choked": 0.85,
  "setting wrong": 0.97,
  "element open": 0.6,
  "element low": 0.3,
  "element grounded": 0.4,
  "supply lost": 0.6,
  "thermostat welded": 0.92,
  "thermostat low": 0.6,
  "gas-supply shut": 0.95,
  "igniter open": 0.4,
  "motor seized": 0.5,
  "tank full": 0.99,
  "resistor stalled": 0.8,
  "capacitor open": 0.9,
  "capacitor low": 0.9,
  "capacitor shorted": 0.9,
  "radiant-sensor welded": 0.85,
  "coil opens-hot": 0.8,
  "thermistor drifted": 0.5,
  "moisture-bars shorted": 0.7,
  "board dead": 0.25,
  "board shorted": 0.6,
};

/** Format 1 said *units* for assemblies and *steps* for a timer's advances, kept eyes and volts in the program, and drew no earth. */
function fromFirst({ units, watch, ...file }: Json): Json {
  const { drumMotor, belt = null, lamp = null } = isRecord(watch) ? watch : {};
  return {
    ...file,
    format: "yennic-machine/2",
    parts: Array.isArray(file.parts) ? file.parts.map((p) => (isRecord(p) ? partFromFirst(p) : p)) : file.parts,
    assemblies: units,
    sets: records(file.sets).map(({ units: members, ...s }) => ({ ...s, assemblies: members })),
    ...(isRecord(file.timer) && { timer: timerFromFirst(file.timer) }),
    drum: { motor: drumMotor, belt },
    lamp,
    sheet: isRecord(file.sheet) ? { ...file.sheet, beside: besideFromFirst(file, file.sheet) } : file.sheet,
  };
}

function partFromFirst({ unit, ...part }: Json): Json {
  return {
    ...part,
    ...(unit !== undefined && { assembly: unit }),
    ...(part.kind === "resistor" && { worksAboveVolts: WORKED_ABOVE_VOLTS }),
    ...(part.kind === "board" && { inputs: [] }),
    faults: records(part.faults).map((f) => ({ ...f, seen: { value: SEEN[`${part.kind} ${f.mode}`] ?? 0, estimate: true } })),
  };
}

const timerFromFirst = ({ steps, ...timer }: Json): Json => ({ ...timer, advances: steps });

function besideFromFirst(file: Json, sheet: Json): unknown[] {
  const drawn = records(sheet.rows).flatMap((r) => (Array.isArray(r.parts) ? r.parts.flat() : []));
  const beside = Array.isArray(sheet.beside) ? sheet.beside : [];
  const missing = records(file.parts)
    .map((p) => p.id)
    .filter((id) => !drawn.includes(id) && !beside.includes(id));
  return [...beside, ...missing];
}

/** Format 2 said in one sentence what holds a panel, and knew one way to it. */
const fromSecond = (file: Json): Json => ({
  ...file,
  format: "yennic-machine/3",
  panels: Array.isArray(file.panels) ? file.panels.map((p) => (isRecord(p) ? panelFromSecond(p) : p)) : file.panels,
});

const panelFromSecond = ({ fasteners, behind, ...panel }: Json): Json => ({
  ...panel,
  ...(isSort(panel.id) && { sort: panel.id }),
  held: fasteners,
  ways: [{ needs: behind }],
});
