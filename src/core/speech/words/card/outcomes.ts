import type { Machine } from "../../../model/machine/format";
import { formatValue } from "../../../model/quantity/format";
import type { Unit } from "../../../model/quantity/quantity";
import type { OutcomeClass } from "../../../reason/planning/tests/outcomes";
import type { Question } from "../../../record/finding/finding";
import { answerSays } from "./tests";

/** Below this a resistance is a closed contact, Ω. */
const CLOSED_OHMS = 1;

/** A band without an upper end. */
const ENDLESS = 1e8;

/** Gives what an outcome looks like: “OL”, “drum turns”, “9.6 to 12 Ω”. */
export function outcomeSays(machine: Machine, question: Question, outcome: OutcomeClass): string {
  switch (outcome.kind) {
    case "open":
      return "OL";
    case "answer":
      return answerSays(machine, question, outcome.value);
    case "band": {
      const { high, low, unit } = outcome;
      if (high >= ENDLESS) return `over ${formatValue(low, unit)}`;
      return high < CLOSED_OHMS && unit === "ohm" ? `under ${Math.max(0.5, high).toFixed(1)} Ω` : rangeSays(low, high, unit);
    }
  }
}

function rangeSays(low: number, high: number, unit: Unit): string {
  const [a, b] = [formatValue(low, unit), formatValue(high, unit)];
  if (a === b) return a;
  const [amount, aUnit] = a.split(" ");
  const [, bUnit] = b.split(" ");
  return `${aUnit === bUnit ? amount : a} to ${b}`;
}
