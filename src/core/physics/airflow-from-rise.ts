import { M3_PER_FT3 } from "../quantity/quantity";

/** Air that carries so much heat away at such a rise, V̇ = q / (ρ cp ΔT) (ASHRAE Handbook, Fundamentals). m³/s from W, K, kg/m³, J/(kg K). Valid for dry air that takes all of the heat, warmed through; not finite at no rise, and as wrong as the rise is: 2 K of 20 K are 10 %. */
export const airflowFromRise = (watts: number, riseK: number, airDensity: number, cp: number): number => watts / (airDensity * cp * riseK);

/** Cubic feet a minute. */
export const cfmOf = (m3PerS: number): number => (m3PerS * 60) / M3_PER_FT3;
