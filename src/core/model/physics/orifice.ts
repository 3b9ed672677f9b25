import { M3_PER_FT3, METRES_PER_INCH, PASCAL_PER_INCH_OF_WATER, wattsOf } from "../quantity/quantity";

/** Of air at 60 °F and 1 atm, at which gas is metered, kg/m³ (AGA Report 3). */
const METERED_AIR = 1.2232;

/** A gas and how it comes to an orifice, in the shop's units. */
export interface GasAtOrifice {
  readonly dischargeCoefficient: number;
  readonly pressureInWc: number;
  /** Against air. */
  readonly specificGravity: number;
  readonly heatingValueBtuPerFt3: number;
}

/** ft³/h for each square inch of an orifice: Q = Cd A √(2 Δp / ρ) (Baumeister, Marks' Standard Handbook, flow through orifices). */
function flowPerSquareInch({ dischargeCoefficient, pressureInWc, specificGravity }: GasAtOrifice): number {
  const metresPerSecond = Math.sqrt((2 * pressureInWc * PASCAL_PER_INCH_OF_WATER) / (specificGravity * METERED_AIR));
  return (dischargeCoefficient * METRES_PER_INCH ** 2 * metresPerSecond * 3600) / M3_PER_FT3;
}

/** Gives what passes an orifice and what it heats. Inches, then ft³/h, BTU/h and W; for gas at room temperature and pressures so low that it hardly expands (under some 1 psi). Its error is mostly that of Cd, ± 5 %. */
export function orificeInput(diameterIn: number, gas: GasAtOrifice): { flowFt3PerH: number; inputBtuPerH: number; inputWatts: number } {
  const flowFt3PerH = (Math.PI / 4) * diameterIn ** 2 * flowPerSquareInch(gas);
  const inputBtuPerH = flowFt3PerH * gas.heatingValueBtuPerFt3;
  return { flowFt3PerH, inputBtuPerH, inputWatts: wattsOf(inputBtuPerH) };
}

/** The orifice that gives an input, inches: the same turned round, with half its error. Not finite at a pressure of 0. */
export const orificeDiameter = (inputBtuPerH: number, gas: GasAtOrifice): number =>
  Math.sqrt(inputBtuPerH / gas.heatingValueBtuPerFt3 / flowPerSquareInch(gas) / (Math.PI / 4));
