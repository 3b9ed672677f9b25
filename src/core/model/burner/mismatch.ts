import { type Balance, balanced, balanceOf } from "./balance";
import { type Drill, nearestDrill } from "./drills";
import { FUELS, type Gas } from "./gas";

/** Which hole is probably in there, and what that means. */
export interface InThere {
  readonly inches: number;
  readonly drill: Drill;
  /** The one that the plate asks for with the fuel that burns, and the one for the other fuel. */
  readonly right: Drill;
  readonly other: Drill;
  readonly is: "right" | "for-other-fuel" | "smaller" | "larger";
}

export const otherGas = (gas: Gas): Gas => (gas === "natural" ? "propane" : "natural");

/** The hole that a rated input, BTU/h, wants with a fuel at the middle of its manifold pressures. Inches. */
export function orificeFor(gas: Gas, input: number, discharge: number): number {
  const [low, high] = FUELS[gas].manifold;
  return balanced({ ...balanceOf(gas, discharge), pressure: (low + high) / 2, input })?.diameter ?? Number.NaN;
}

/** A hole is the one that was meant when its area is within so much of it: two drills. */
const SAME_AREA = 0.15;

/** From a measured input and pressure: the orifice that is probably in there, held against what the plate wants, and against the other fuel's. Inches, BTU/h. */
export function whatIsInThere(measured: Required<Pick<Balance, "pressure" | "input">> & Omit<Balance, "diameter">, plate: number): InThere {
  const inches = balanced(measured)?.diameter ?? Number.NaN;
  const wanted = orificeFor(measured.gas, plate, measured.discharge);
  const others = orificeFor(otherGas(measured.gas), plate, measured.discharge);
  const near = (a: number): number => Math.abs(inches ** 2 / a ** 2 - 1);
  const is = near(wanted) <= SAME_AREA ? "right" : near(others) <= SAME_AREA ? "for-other-fuel" : inches < wanted ? "smaller" : "larger";
  return { inches, drill: nearestDrill(inches), right: nearestDrill(wanted), other: nearestDrill(others), is };
}
