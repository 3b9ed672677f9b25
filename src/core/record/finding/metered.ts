import type { Finding, FindingOf, Question, QuestionOfKind } from "./finding";

/** Kinds of findings that a meter's number makes. */
type MeteredKind = "ohms" | "volts" | "amps" | "capacitance";
export type MeteredFinding = FindingOf<MeteredKind>;
export type MeteredQuestion = { [K in MeteredKind]: QuestionOfKind<K> }[MeteredKind];

const METERED: readonly Finding["kind"][] = ["ohms", "volts", "amps", "capacitance"] satisfies MeteredKind[];
export const isMetered = (finding: Finding): finding is MeteredFinding => METERED.includes(finding.kind);
export const isMeteredQuestion = (question: Question): question is MeteredQuestion => METERED.includes(question.kind);

/** A reading at a place, in the unit of its kind; Infinity for OL. `undefined` where OL is no reading. */
export function readingAt(question: MeteredQuestion, value: number): MeteredFinding | undefined {
  if (question.kind === "ohms") return { ...question, result: value === Infinity ? { is: "OL" } : { is: "value", value, unit: "ohm" } };
  if (value === Infinity) return undefined;
  switch (question.kind) {
    case "volts":
      return { ...question, result: { is: "value", value, unit: "volt" } };
    case "amps":
      return { ...question, result: { is: "value", value, unit: "amp" } };
    case "capacitance":
      return { ...question, result: { is: "value", value, unit: "farad" } };
  }
}
