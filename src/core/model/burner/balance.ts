import { type GasAtOrifice, orificeDiameter, orificeInput } from "../physics/orifice";
import { FUELS, type Gas } from "./gas";

/** An orifice, the pressure before it, and what it burns. Any one of the three may be wanting. */
export interface Balance {
  readonly gas: Gas;
  readonly discharge: number;
  readonly specificGravity: number;
  readonly heatingValueBtuPerFt3: number;
  /** Inches. */
  readonly diameter?: number;
  /** Inches of water at the manifold. */
  readonly pressure?: number;
  /** BTU/h. */
  readonly input?: number;
}

export type Unknown = "diameter" | "pressure" | "input";

export interface Balanced {
  readonly unknown: Unknown;
  readonly diameter: number;
  readonly pressure: number;
  readonly input: number;
}

export const balanceOf = (gas: Gas, discharge: number): Omit<Balance, Unknown> => ({
  gas,
  discharge,
  specificGravity: FUELS[gas].specificGravity,
  heatingValueBtuPerFt3: FUELS[gas].heatingValueBtuPerFt3,
});

const at = ({ discharge, specificGravity, heatingValueBtuPerFt3 }: Balance, pressureInWc: number): GasAtOrifice => ({
  dischargeCoefficient: discharge,
  pressureInWc,
  specificGravity,
  heatingValueBtuPerFt3,
});

/**
 * Gives what is wanting of orifice, pressure and input, from the other two: Q = Cd A √(2 Δp / ρ), input = Q × heating value (Baumeister, Marks' Standard Handbook).
 * `undefined` unless just one is wanting. Inches, inches of water, BTU/h.
 */
export function balanced(given: Balance): Balanced | undefined {
  const { diameter, pressure, input } = given;
  if (diameter === undefined && pressure !== undefined && input !== undefined)
    return { unknown: "diameter", pressure, input, diameter: orificeDiameter(input, at(given, pressure)) };
  if (input === undefined && pressure !== undefined && diameter !== undefined)
    return { unknown: "input", pressure, diameter, input: orificeInput(diameter, at(given, pressure)).inputBtuPerH };
  if (pressure === undefined && input !== undefined && diameter !== undefined) {
    // Flow goes with the root of the pressure.
    const atOne = orificeInput(diameter, at(given, 1)).inputBtuPerH;
    return { unknown: "pressure", input, diameter, pressure: (input / atOne) ** 2 };
  }
  return undefined;
}

/** Gives what a hole burns at a pressure, BTU/h. */
export const inputThrough = (given: Balance, diameter: number, pressure: number): number =>
  orificeInput(diameter, at(given, pressure)).inputBtuPerH;

/** An input is as the plate says within so much (NFPA 54, input adjustment). */
export const PLATE_WITHIN = 0.05;

type AgainstPlate = "under" | "within" | "over";

export function againstPlate(input: number, plate: number): AgainstPlate {
  const off = input / plate - 1;
  return off < -PLATE_WITHIN ? "under" : off > PLATE_WITHIN ? "over" : "within";
}
