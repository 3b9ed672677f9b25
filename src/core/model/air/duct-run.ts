import { ductLoss } from "../physics/duct-loss";
import { METRES_PER_FOOT, PASCAL_PER_INCH_OF_WATER } from "../quantity/quantity";

/** Holds what a duct is made of. */
const MATERIALS = ["metal", "foil"] as const;
export type Material = (typeof MATERIALS)[number];
export const HOODS = ["louvres", "flap", "none"] as const;
type Hood = (typeof HOODS)[number];

/** A length of duct, m, or a bend. */
export type Piece =
  | { readonly is: "straight"; readonly material: Material; readonly metres: number }
  | { readonly is: "bend"; readonly material: Material; readonly degrees: 45 | 90 };

/** The run from the machine's outlet to the outside, piece by piece. */
export interface DuctRun {
  readonly diameterM: number;
  readonly pieces: readonly Piece[];
  readonly hood: Hood;
  /** Share of the hood that is open; a mesh on it takes its part of that. */
  readonly hoodOpen: number;
  /** m by which the outside lies higher. */
  readonly upM: number;
}

/** Roughness of the wall, m: drawn metal duct, and foil that is pulled out (ASHRAE Handbook, Fundamentals, duct design). */
const ROUGHNESS_M: Readonly<Record<Material, number>> = { metal: 0.09e-3, foil: 0.9e-3 };
/** A bend is as much as so many m of straight duct at a diameter of 4 in, where its maker says nothing (ICC International Residential Code, M1502). */
const BEND_M: Readonly<Record<45 | 90, number>> = { 45: 2.5 * METRES_PER_FOOT, 90: 5 * METRES_PER_FOOT };
const BEND_DIAMETER_M = 0.1016;
/** Loss of a hood in heads of its own speed, where its maker says nothing (ASHRAE duct fitting database, exhaust hoods; est.). */
const HOOD_HEADS: Readonly<Record<Hood, number>> = { louvres: 1.6, flap: 1.2, none: 1 };
/** Of exhaust air near 50 °C: kg/m³ and m²/s. */
const AIR_KG_PER_M3 = 1.09;
const AIR_VISCOSITY = 1.8e-5;
/** Straight duct that is allowed where nobody says otherwise, m: 35 ft, less the bends (ICC International Residential Code, M1502.4.5). */
export const USUAL_LIMIT_M = 35 * METRES_PER_FOOT;
/** Back pressure that is allowed where nobody says otherwise, Pa: 0.6 in w.c. */
export const USUAL_LIMIT_PA = 0.6 * PASCAL_PER_INCH_OF_WATER;

const bendM = (run: Pick<DuctRun, "diameterM">, degrees: 45 | 90): number => (BEND_M[degrees] * run.diameterM) / BEND_DIAMETER_M;

/** Lengths of a run, m: straight, what its bends count for, and what is allowed of straight duct with these bends. */
export function lengthsOf(run: DuctRun): { readonly straight: number; readonly bends: number; readonly allowed: number } {
  let [straight, bends] = [0, 0];
  for (const piece of run.pieces)
    if (piece.is === "straight") straight += piece.metres;
    else bends += bendM(run, piece.degrees);
  return { straight, bends, allowed: Math.max(0, USUAL_LIMIT_M - bends) };
}

/** Gives what each piece loses at a flow, m³/s, in order; the hood last. Pa. */
export function lossesOf(run: DuctRun, flow: number): number[] {
  const speed = flow / ((Math.PI / 4) * run.diameterM ** 2);
  const pieces = run.pieces.map((piece) => {
    const lengthM = piece.is === "straight" ? piece.metres : bendM(run, piece.degrees);
    const duct = {
      diameterM: run.diameterM,
      lengthM,
      roughnessM: ROUGHNESS_M[piece.material],
      airDensity: AIR_KG_PER_M3,
      kinematicViscosity: AIR_VISCOSITY,
    };
    return flow > 0 ? ductLoss(duct, flow).pascals : 0;
  });
  // Air through a smaller hole is faster, its head goes with the square.
  const hood = (HOOD_HEADS[run.hood] * AIR_KG_PER_M3 * (speed / run.hoodOpen) ** 2) / 2;
  return [...pieces, hood];
}

export const lossOf = (run: DuctRun, flow: number): number => lossesOf(run, flow).reduce((sum, pa) => sum + pa, 0);
