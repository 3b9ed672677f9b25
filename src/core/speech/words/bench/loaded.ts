import { jointUnderLoad } from "../../../model/physics/joint-heat";
import { formatValue } from "../../../model/quantity/format";
import type { Judgement } from "../../../reason/judging/judge";
import { limitsSay, VERDICT_SAYS } from "./judgements";

/** A joint that drops so many V while so many A pass: its ohms, and the heat it makes. */
export function jointSays(volts: number, amps: number): string {
  const { ohms, watts } = jointUnderLoad(volts, amps);
  return `${formatValue(volts, "volt")} drop at ${formatValue(amps, "amp")} = ${ohmsSay(ohms)}, ${formatValue(watts, "watt")} of heat in that connection`;
}

/** Ohms of a joint are said in thousandths: that is where they matter. */
const ohmsSay = (ohms: number): string => (ohms < 1 ? `${Math.round(ohms * 1000)} mΩ` : formatValue(ohms, "ohm"));

/** Gives what gets lost between the outlet and the terminal block. */
export const cordSays = (outlet: number, block: number, amps: number): string =>
  `Between outlet and terminal block ${jointSays(Math.max(0, outlet - block), amps)}.`;

export const verdictSays = ({ verdict, limits }: Judgement): string =>
  `${VERDICT_SAYS[verdict].toLowerCase()}, normal ${limitsSay(limits)}`;
