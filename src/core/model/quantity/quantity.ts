/** Units that Yennic computes in. Temperatures are always held in °C, times in seconds. */
export const UNITS = [
  "ohm",
  "volt",
  "amp",
  "watt",
  "celsius",
  "second",
  "pascal",
  "farad",
  "metre-per-second",
  "hertz",
  "percent",
] as const;
export type Unit = (typeof UNITS)[number];

/** A measured or stated amount. `overload` means the meter showed OL: above its range (an open line on an ohm range). */
export interface Quantity {
  readonly unit: Unit;
  /** In SI (°C for temperature); `Infinity` when `overload`. */
  readonly value: number;
  readonly overload: boolean;
}

export const UNIT_SYMBOL: Record<Unit, string> = {
  ohm: "Ω",
  volt: "V",
  amp: "A",
  watt: "W",
  celsius: "°C",
  second: "s",
  pascal: "Pa",
  farad: "F",
  "metre-per-second": "m/s",
  hertz: "Hz",
  percent: "%",
};

/** Pa of an inch of water at 4 °C (NIST SP 811, appendix B.8). */
export const PASCAL_PER_INCH_OF_WATER = 249.08891;

/** Pa of a pound-force per square inch (NIST SP 811, appendix B.8). */
export const PASCAL_PER_PSI = 6894.757;

/** m of a foot and of an inch (NIST SP 811, appendix B.8). */
export const METRES_PER_FOOT = 0.3048;
export const METRES_PER_INCH = 0.0254;

/** m/s of a foot a minute (NIST SP 811, appendix B.8). */
export const METRE_PER_SECOND_PER_FPM = 0.00508;

/** m³ of a cubic foot (NIST SP 811, appendix B.8). */
export const M3_PER_FT3 = METRES_PER_FOOT ** 3;

/** International table BTU, J (NIST SP 811, appendix B.8). */
const JOULE_PER_BTU = 1055.05585262;

/** BTU/h of so many W, and W of so many BTU/h. */
export const btuPerHour = (watts: number): number => (watts * 3600) / JOULE_PER_BTU;
export const wattsOf = (btuPerH: number): number => (btuPerH * JOULE_PER_BTU) / 3600;

/** Cubic feet a minute of so many m³/s. */
export const cfmOf = (m3PerS: number): number => (m3PerS * 60) / M3_PER_FT3;

export const fahrenheitToCelsius = (f: number): number => ((f - 32) * 5) / 9;
export const celsiusToFahrenheit = (c: number): number => (c * 9) / 5 + 32;
