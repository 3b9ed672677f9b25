import {
  celsiusToFahrenheit,
  METRE_PER_SECOND_PER_FPM,
  METRES_PER_FOOT,
  PASCAL_PER_INCH_OF_WATER,
  UNIT_SYMBOL,
  type Unit,
} from "./quantity";

/** As it is written beside its unit: as many digits as count at its size. The same number again for what was written. */
export function formatValue(value: number, unit: Unit): string {
  if (!Number.isFinite(value)) return "OL";
  switch (unit) {
    case "ohm":
      return formatOhms(value);
    case "celsius":
      return fahrenheit(value);
    case "pascal":
      return `${rounded(value / PASCAL_PER_INCH_OF_WATER, [[2, 2]], 1)} in w.c.`;
    case "farad":
      return `${significant(value * 1e6)} µF`;
    case "metre-per-second":
      return `${(value / METRE_PER_SECOND_PER_FPM).toFixed(0)} fpm`;
    case "second":
      return Math.round(value) >= 120 ? `${trimZeros((value / 60).toFixed(1))} min` : `${value.toFixed(0)} s`;
    case "watt":
      return rounds(value, 1000) ? `${significant(value / 1000)} kW` : `${rounded(value, [[10, 1]])} W`;
    case "volt":
      return `${rounded(value, [[10, 1]])} V`;
    case "amp":
      return `${rounded(value, [[10, 2]], 1)} ${UNIT_SYMBOL.amp}`;
    case "hertz":
      return `${significant(value)} Hz`;
    case "percent":
      return `${significant(value)}%`;
  }
}

function formatOhms(ohms: number): string {
  if (rounds(ohms / 1000, 1000)) return `${significant(ohms / 1e6)} MΩ`;
  if (rounds(ohms, 1000)) return `${significant(ohms / 1000)} kΩ`;
  return `${rounded(ohms, [[100, 1]])} Ω`;
}

/** True where it is so much once it is rounded to a whole: 999.6 is a thousand. */
const rounds = (x: number, least: number): boolean => Math.abs(Math.round(x)) >= least;

/** With so many digits while what is written stays below each of these, else with `digits`. */
function rounded(x: number, below: readonly (readonly [number, number])[], digits = 0): string {
  const at = below.find(([most, n]) => Math.abs(Number(x.toFixed(n))) < most);
  return x.toFixed(at?.[1] ?? digits);
}

const significant = (x: number): string =>
  rounded(x, [
    [10, 2],
    [100, 1],
  ]);
const trimZeros = (text: string): string => text.replace(/\.0$/, "");

/** A temperature in °C, as a US technician reads it. */
export const fahrenheit = (celsius: number, digits = 0): string => `${celsiusToFahrenheit(celsius).toFixed(digits)} °F`;

/** A difference of temperatures in K, likewise. */
export const fahrenheitRise = (kelvin: number, digits = 0): string => `${((kelvin * 9) / 5).toFixed(digits)} °F`;

/** A text of a machine's file, whose temperatures are in °C. */
export const textInFahrenheit = (text: string): string => text.replaceAll(/(-?\d+) °C/g, (_, c) => fahrenheit(Number(c)));

/** A length in m. */
export const feet = (metres: number): string => `${(metres / METRES_PER_FOOT).toFixed(0)} ft`;
