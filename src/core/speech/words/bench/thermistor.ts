import { fahrenheitRise, formatValue } from "../../../model/quantity/format";
import type { OnCurve } from "../../../reason/judging/thermistor";

const signedPercent = (share: number): string => `${Math.round(share * 100) < 0 ? "−" : "+"}${Math.abs(Math.round(share * 100))}%`;
const c = (celsius: number): string => formatValue(celsius, "celsius");

/** Gives what a thermistor read against its curve: how warm its curve has that, how far it is off, what the temperature leaves open. */
export function onCurveSays({ ohms, celsius, kelvin, said, curve, readsAs, drift }: OnCurve): string {
  const at = said ? `at ${c(celsius)}` : `at ${c(celsius)} (assumed, ±${fahrenheitRise(kelvin)})`;
  const off = `${signedPercent(drift.share)} off its curve (${signedPercent(drift.low)} to ${signedPercent(drift.high)} with that temperature)`;
  return `${formatValue(ohms, "ohm")} ${at}, where its curve has ${formatValue(curve, "ohm")}: ${off}. It reads as ${c(readsAs)}.`;
}

export const inHandSays = (fell: boolean): string => (fell ? "Ohms dropped when warmed: normal." : "Ohms didn't drop when warmed: bad.");
