import { type Machine, partOf } from "../../../../model/machine/format";
import { PASCAL_PER_INCH_OF_WATER } from "../../../../model/quantity/quantity";
import type { WordTag } from "../../../lexicon/words";
import type { Amount } from "../../amounts";
import { type Candidate, type Clause, has, nounsOf, placesOf, subjectsOf, tagged } from "../../clause";
import { airAt, airspeedAt, pressureAt } from "../../facts";
import { entry, oneOf } from "../../meaning";
import type { Chunk } from "../../senses";
import { type Group, inRange } from "./values";

/** A value that was read in the air or in the gas, with the chunks that it accounts for so far. */
interface Blown {
  readonly clause: Clause;
  readonly group: Group;
  readonly amount: Amount;
  readonly covers: readonly number[];
}

/** Where a pressure is taken, by the word that says so. */
const PRESSURES = [
  ["backPressure", "duct"],
  ["manifold", "manifold"],
  ["inlet", "inlet"],
] as const;

/** A bare pressure below this is in inches of water: 20 Pa are nothing, 20 inches more than any gas valve is fed. */
const MOST_INCHES = 20;
/** A bare speed of the air above this is not in m/s. */
const MOST_METRES_PER_SECOND = 30;
/** In a longer saying a word of the air goes with the nearest value only. */
const SHORT_SAYING = 8;

/** Air's speed at the hood. */
export const airspeedReading = ({ clause: { chunks }, group, amount, covers }: Blown): Candidate => ({
  meanings: [entry(airspeedAt(amount.value))],
  covers: [...covers, ...airWords(chunks, group, "airspeed", "exhaust"), ...ofAir(chunks)],
  sure: 1,
});

/** A temperature with its unit: the exhaust's or the room's, unless a part is named. */
export function airReading({ clause: { chunks, machine }, group, amount, covers }: Blown): Candidate | undefined {
  const room = airWords(chunks, group, "ofRoom");
  if (room.length > 0 && nounsOf(chunks, machine).every((n) => n.parts.length === 0))
    return roomOf(amount, [...covers, ...room, ...ofAir(chunks)]);
  const exhaust = airWords(chunks, group, "exhaust");
  const air = ofAir(chunks);
  const isOfAPart = nounsOf(chunks, machine).some((n) => n.parts.length > 0);
  if (exhaust.length === 0 && (isOfAPart || air.length === 0)) return undefined;
  return temperatureOf(amount, [...covers, ...exhaust, ...air]);
}

/** A bare number beside a word of the gas or of the air. */
export function bareReading({ clause, group, amount, covers }: Blown): Candidate | undefined {
  const { chunks } = clause;
  if (amount.unit !== "none" && amount.unit !== "kilo") return undefined;
  for (const [tag, stream] of PRESSURES) {
    const at = airWords(chunks, group, tag);
    if (at.length === 0 || amount.unit !== "none") continue;
    const pascal = amount.value < MOST_INCHES ? amount.value * PASCAL_PER_INCH_OF_WATER : amount.value;
    return { meanings: [entry(pressureAt(stream, pascal))], covers: [...covers, ...at], sure: 0.95 };
  }
  const speed = airWords(chunks, group, "airspeed").some((i) => /speed|velocity|vane|anemometer/.test(chunks[i]?.text ?? ""));
  if (speed && amount.value < MOST_METRES_PER_SECOND) return airspeedReading({ clause, group, amount, covers });
  const room = airWords(chunks, group, "ofRoom");
  if (room.length > 0 && amount.unit === "none" && nounsOf(chunks, clause.machine).every((n) => n.parts.length === 0))
    return roomOf(amount, [...covers, ...room]);
  const exhaust = airWords(chunks, group, "exhaust");
  return exhaust.some((i) => !has(chunks[i], "airspeed")) ? temperatureOf(amount, [...covers, ...exhaust]) : undefined;
}

/** A pressure with its unit; of gas, without saying where, it asks. */
export function pressureReading({ clause: { chunks, machine }, amount, covers }: Blown): Candidate | undefined {
  const pascal = amount.unit === "inch" ? amount.value * PASCAL_PER_INCH_OF_WATER : amount.value;
  const gas = tagged(chunks, "gas");
  for (const [tag, stream] of PRESSURES) {
    const at = tagged(chunks, tag);
    if (at.length > 0) return { meanings: [entry(pressureAt(stream, pascal))], covers: [...covers, ...at, ...gas], sure: 1 };
  }
  const ducts = nounsOf(chunks, machine).filter((n) => n.parts.some((p) => isDuct(machine, p)));
  if (ducts.length > 0) return { meanings: [entry(pressureAt("duct", pascal))], covers: [...covers, ...ducts.map((n) => n.at)], sure: 0.9 };
  const either = oneOf((["manifold", "inlet"] as const).map((stream) => ({ differs: stream, draft: pressureAt(stream, pascal) })));
  return gas.length > 0 && either ? { meanings: [either], covers: [...covers, ...gas], sure: 0.9 } : undefined;
}

const isDuct = (machine: Machine, id: string): boolean => partOf(machine, id).kind === "duct";

const airWords = (chunks: readonly Chunk[], group: Group, ...wanted: readonly WordTag[]): number[] =>
  tagged(chunks, ...wanted).filter((i) => inRange(group, i) || chunks.length <= SHORT_SAYING);

const ofAir = (chunks: readonly Chunk[]): number[] => placesOf(chunks, (c) => subjectsOf(c).includes("air"));

/** A room is between these; a number above the first, without its unit, is in °F (est.). */
const MOST_ROOM_C = 45;
const LEAST_ROOM_C = -25;

function roomOf({ unit, value }: Amount, covers: readonly number[]): Candidate | undefined {
  const celsius = unit === "celsius" || unit === "fahrenheit" || value <= MOST_ROOM_C ? value : Math.round(((value - 32) * 50) / 9) / 10;
  if (celsius < LEAST_ROOM_C || celsius > MOST_ROOM_C) return undefined;
  return { meanings: [entry(airAt("room", celsius))], covers, sure: 1 };
}

/** Hotter than this no exhaust is in °C; cooler than this none is, running, in °F (est.). */
const MOST_C = 95;
const LEAST_F = 85;

/** Without C or F: °C where only that is sane; else it asks. */
function temperatureOf(amount: Amount, covers: readonly number[]): Candidate {
  if (amount.unit === "celsius" || amount.unit === "fahrenheit" || amount.value < LEAST_F)
    return { meanings: [entry(airAt("exhaust", amount.value))], covers, sure: 1 };
  const fahrenheit = ((amount.value - 32) * 5) / 9;
  const asC = { differs: String(amount.value), draft: airAt("exhaust", amount.value) };
  const asF = { differs: String(Math.round(fahrenheit)), draft: airAt("exhaust", Math.round(fahrenheit * 10) / 10) };
  return { meanings: [{ is: "doubt", choices: amount.value > MOST_C ? [asF, asC] : [asC, asF] }], covers, sure: 1 };
}
