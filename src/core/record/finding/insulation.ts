import type { Machine } from "../../model/machine/format";
import { readTerminal } from "../../model/machine/wiring";
import { healthyOhms } from "../../model/prediction/healthy-ohms";
import { controlsIn, wiringIn } from "./circumstances";
import type { FindingOf, QuestionOfKind } from "./finding";

/** Insulation of mains parts to the cabinet, Ω (IEC 62353, protective class I: at least 1 MΩ). */
export const SOUND_OHMS = 1e6;

export const isSoundToCabinet = ({ result }: FindingOf<"ohms">): boolean => result.is === "OL" || result.value > SOUND_OHMS;

const known = new WeakMap<Machine, WeakMap<object, boolean>>();

/** True where this is a place, cabinet on one side, where a good machine reads an open line: not the earth wire. */
export function shouldBeOpen(machine: Machine, question: QuestionOfKind<"ohms">): boolean {
  const { place, circumstances } = question;
  if (!place.between.includes(machine.cabinet)) return false;
  const answers = known.get(machine) ?? new WeakMap<object, boolean>();
  known.set(machine, answers);
  const told =
    answers.get(question) ?? !(healthyOhms(machine, place.between, controlsIn(circumstances), wiringIn(circumstances)) < SOUND_OHMS);
  answers.set(question, told);
  return told;
}

/** The part whose end is measured to the cabinet; `undefined` where a net is. */
export function partToCabinet(machine: Machine, { place }: QuestionOfKind<"ohms">): string | undefined {
  const other = place.between.find((p) => p !== machine.cabinet);
  return other === undefined ? undefined : readTerminal(other)?.part;
}
