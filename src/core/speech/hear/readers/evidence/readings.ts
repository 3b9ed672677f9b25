import { type Candidate, type Clause, has, type NounPhrase, nounsOf, placesOf } from "../../clause";
import type { Chunk } from "../../senses";
import { outletReading } from "../energy/outlet";
import { airReading, airspeedReading, bareReading, pressureReading } from "./air-and-gas";
import { insulationAtPins, testVoltsIn } from "./insulation";
import { ampReading, faradReading, ohmsOrVolts } from "./meter";
import { type Group, groupsOf, inRange, isWarmth, type Said, valuesIn } from "./values";

/** Readings off a meter, a gauge, a thermometer: a place and a value. */
export function readings(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const said = valuesIn(chunks);
  if (said.length === 0) return [];
  const found = insulationAtPins(clause, said) ?? outletReading(clause, said);
  if (found) return [found];
  const tester = testVoltsIn(chunks, said);
  const values = said.filter((s) => s !== tester);
  return groupsOf(chunks, values).flatMap((group) => readGroup(clause, group, tester) ?? []);
}

/** One value with its place, by its unit. */
function readGroup(clause: Clause, group: Group, tester: Said | undefined): Candidate | undefined {
  const { chunks } = clause;
  const { amount, at } = group.said;
  const covers = [
    at,
    ...(tester ? [tester.at] : []),
    ...placesOf(chunks, (c, i) => inRange(group, i) && has(c, "byMeter", "byEye", "running")),
  ];
  const nouns = nounsOf(chunks, clause.machine, clause.carried).filter((n) => inRange(group, n.at) && !isOnlyState(chunks[n.at], n));
  if (!amount) return ohmsOrVolts({ clause, group, nouns, covers });
  if (amount.value < 0 && !isWarmth(amount)) return undefined;
  const blown = { clause, group, amount, covers };
  const read = { clause, group, nouns, covers, ...(tester?.amount && { testVolts: tester.amount.value }) };
  switch (amount.unit) {
    case "metre-per-second":
      return airspeedReading(blown);
    case "pascal":
    case "inch":
      return pressureReading(blown);
    case "celsius":
    case "fahrenheit":
    case "degree":
      return airReading(blown);
    case "farad":
      return faradReading(read);
    case "amp":
      return ampReading(read);
    case "none":
      if (chunks.some((c) => /\bclamp|\bammeter|^amps$|\bcurrent\b|^draws?$/.test(c.text))) return ampReading(read);
      // “12 parsecs”: a unit that nobody knows is no ohm.
      return chunks[at + 1]?.unknown ? undefined : (bareReading(blown) ?? ohmsOrVolts(read));
    default:
      return bareReading(blown) ?? ohmsOrVolts(read);
  }
}

const isOnlyState = (chunk: Chunk | undefined, noun: NounPhrase): boolean =>
  noun.parts.length === 0 && (chunk?.senses.every((s) => s.is !== "piece") ?? true) && noun.piece === undefined;
