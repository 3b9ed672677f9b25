import { item } from "../../../../model/array/at";
import type { Machine } from "../../../../model/machine/format";
import { type Candidate, type Clause, has, nounsOf, tagged, wired } from "../../clause";
import { voltsBetween } from "../../facts";
import { entry, type Meaning, oneOf } from "../../meaning";
import type { Said } from "../evidence/values";
import { acrossLegs, canBeMains, pickedUp } from "./mains";
import { type SupplyPlace, supplyPlaces } from "./supply-place";

/** Volts at the outlet, the plug or the block, of one leg, each, both, or between them: “121 and 119 to neutral, 240 between”. */
export function outletReading(clause: Clause, said: readonly Said[]): Candidate | undefined {
  const { machine, chunks } = clause;
  const place = supplyPlaces(clause);
  if (!place || isOfAPart(clause, place)) return undefined;
  if (said.some((s) => s.amount && s.amount.unit !== "none" && s.amount.unit !== "volt")) return undefined;
  const volts = said.filter((s) => s.amount !== undefined);
  // Behind the plug a bare number may as well be ohms.
  const isBare = volts.some((s) => s.amount?.unit === "none") && !chunks.some((c) => c.amount?.unit === "volt");
  if (isBare && place.family === "block" && !volts.every((s) => canBeMains(machine, s.amount?.value ?? 0))) return undefined;
  const meanings = voltsAt(
    machine,
    place,
    volts.map((s) => s.amount?.value ?? 0),
  );
  if (!meanings) return undefined;
  const covers = [
    ...place.covers,
    ...volts.map((s) => s.at),
    ...tagged(chunks, "byMeter"),
    ...tagged(chunks, "tested").filter((i) => !has(chunks[i], "madeSafe")),
  ];
  return { meanings, covers, sure: 1, leaves: place.family === "wall" ? { atOutlet: true } : {} };
}

/** Another part with wires is spoken of: the volts are its own. */
const isOfAPart = ({ chunks, machine }: Clause, place: SupplyPlace): boolean =>
  nounsOf(chunks, machine).some(
    (n) =>
      wired(machine, n.parts).length > 0 &&
      !n.parts.includes(machine.supply.part) &&
      !place.covers.includes(n.at) &&
      !has(chunks[n.at], "cabinet", "neutral"),
  );

/** Gives what so many values say of the supply; `undefined` where they are more or fewer than what is named. */
function voltsAt(machine: Machine, place: SupplyPlace, values: readonly number[]): readonly Meaning[] | undefined {
  const [one, two] = machine.supply.legs;
  if (!one || values.length === 0) return undefined;
  const volts = (a: string, b: string, value: number): Meaning => entry(voltsBetween([a, b], value));
  if (place.asked.length === 2 && values.length === 2) return place.asked.map((leg, i) => volts(leg, place.neutral, item(values, i)));
  const named = endsNamed(place, place.net(one), two && place.net(two));
  if (named) return values.length === 1 ? [volts(...named, item(values, 0))] : undefined;
  if (!two) return undefined;
  const legs = [place.net(one), place.net(two)] as const;
  const toNeutral = (each: readonly number[]) => legs.map((leg, i) => volts(leg, place.neutral, item(each, i)));
  const isAcross = acrossLegs(machine);
  const [first = 0, second = first] = values;
  if (values.length === 1 && place.each) return toNeutral([first, first]);
  if (values.length === 2) return place.each || !values.some(isAcross) ? toNeutral([first, second]) : undefined;
  if (values.length === 3 && !place.each) {
    const high = values.findIndex(isAcross);
    return high < 0 ? undefined : [...toNeutral(values.filter((_, i) => i !== high)), volts(...legs, item(values, high))];
  }
  if (values.length !== 1) return undefined;
  if (!place.toNeutral && (isAcross(first) || first <= pickedUp(machine))) return [volts(...legs, first)];
  const which = oneOf(legs.map((leg) => ({ differs: `${leg}-${place.neutral}`, draft: voltsBetween([leg, place.neutral], first) })));
  return which && [which];
}

/** The two points that are named, where one reading has both its ends. */
function endsNamed(place: SupplyPlace, one: string, two: string | undefined): readonly [string, string] | undefined {
  const { asked, toNeutral, toGround, neutral, ground } = place;
  const [a, b] = asked;
  if (a !== undefined) return [a, b ?? (toGround ? ground : neutral)];
  if (toNeutral && toGround) return [neutral, ground];
  if (two === undefined) return [one, toGround ? ground : neutral];
  return place.between ? [one, two] : undefined;
}
