import type { Machine } from "../../../../model/machine/format";
import type { Amount } from "../../amounts";
import { type Candidate, type Clause, tagged } from "../../clause";
import { type Ohms, ohmsBetween } from "../../facts";
import { entry } from "../../meaning";
import type { Chunk } from "../../senses";
import type { Said } from "./values";

/** Volts that an insulation tester puts out (IEC 61557-2). */
const TEST_VOLTS: readonly number[] = [100, 250, 500, 1000];
/** Ohms of which only insulation is spoken (est.). */
const INSULATION_OHMS = 1e5;

/** “500 v” beside ohms to the cabinet: what the tester puts out, no reading. */
export function testVoltsIn(chunks: readonly Chunk[], said: readonly Said[]): Said | undefined {
  const isTold = tagged(chunks, "cabinet", "insulation").length > 0;
  const others = said.filter((s) => s.word !== undefined || isOhms(s.amount));
  return isTold && others.length > 0
    ? said.find((s) => s.amount?.unit === "volt" && TEST_VOLTS.includes(s.amount.value) && !others.includes(s))
    : undefined;
}

const isOhms = (amount: Amount | undefined): boolean =>
  amount !== undefined && (["ohm", "kilo", "mega"].includes(amount.unit) || (amount.unit === "none" && amount.value >= INSULATION_OHMS));

/** “both pins to ground, over 20 meg”: the insulation of every pin that carries current. `undefined` where it is said of something else. */
export function insulationAtPins({ chunks, machine }: Clause, said: readonly Said[]): Candidate | undefined {
  const pins = tagged(chunks, "bothPins");
  const cabinet = tagged(chunks, "cabinet", "insulation");
  const volts = testVoltsIn(chunks, said);
  const values = said.filter((s) => s !== volts);
  const [value, ...others] = values;
  if (pins.length === 0 || cabinet.length === 0 || !value || others.length > 0) return undefined;
  const ohms = ohmsOf(value);
  if (ohms === undefined) return undefined;
  const testVolts = volts?.amount?.value;
  return {
    meanings: pinsMeant(machine, pins.map((i) => chunks[i]?.text ?? "").join(" ")).map((pin) =>
      entry(ohmsBetween([pin, machine.cabinet], { value: ohms, ...(testVolts !== undefined && { testVolts }) })),
    ),
    covers: [...pins, ...cabinet, value.at, ...(volts ? [volts.at] : []), ...tagged(chunks, "byMeter", "plugEnd", "tested")],
    sure: 1.1,
  };
}

function ohmsOf({ amount, word }: Said): Ohms | undefined {
  if (word !== undefined) return word;
  if (!amount) return undefined;
  if (amount.unit === "mega" || amount.unit === "ohm" || amount.unit === "kilo") return amount.value;
  return amount.unit === "none" ? amount.value : undefined;
}

/** Pins of the plug that carry current; “both” of three are the two that are hot. */
function pinsMeant({ supply: { legs, neutral } }: Machine, words: string): string[] {
  const hot = legs.map((l) => l.pin);
  return /\b(both|either)\b/.test(words) && hot.length === 2 ? hot : [...hot, neutral.pin];
}
