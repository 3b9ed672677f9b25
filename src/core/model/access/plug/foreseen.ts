import { item, real } from "../../array/at";
import { resistancesOf, transferOhms } from "../../circuit/resistances";
import { handControls, type Machine } from "../../machine/format";
import { deadMachine } from "../../machine/network";
import { deadCondition, restControls } from "../../machine/run/at-rest";
import type { ControlPositions } from "../../machine/run/condition";
import type { WiringEdit } from "../../machine/wiring";
import { POOR_SPREAD } from "./mistake";

/** A reading with an ohm-meter between two pins of the plug, the controls in these positions. */
export interface PlugReading {
  /** Nets of the pins. */
  readonly between: readonly [string, string];
  readonly controls: ControlPositions;
}

/** Holds what is read if the parts have their ratings, Ω, and what 1 σ of each part's deviation adds to it, Ω, in the order of {@link spreadParts}, a poor joint's last. `undefined`: OL. */
export interface Expected {
  readonly mean: number;
  readonly by: readonly number[];
}
export type Foreseen = Expected | undefined;

/** More than this is OL, Ω (est.). */
const OPEN_OHMS = 2e6;
/** σ of what is spread evenly between two ends, as a share of half their distance. */
const EVEN = 1 / Math.sqrt(3);

/** Parts whose resistance may deviate from its rating: each by one factor, whatever is read through it. */
const spreadParts = (machine: Machine): { readonly id: string; readonly sigma: number }[] =>
  machine.parts.flatMap((p) => ("tolerance" in p && p.tolerance > 0 ? [{ id: p.id, sigma: p.tolerance * EVEN }] : []));

/** Every position in which a person can leave the controls, those nearest to where they rest first; what a fault moves (a broken belt, a full tank) stays. */
export function controlStates(machine: Machine): ControlPositions[] {
  const rest = restControls(machine);
  let states: ControlPositions[] = [rest];
  for (const control of handControls(machine)) states = states.flatMap((s) => control.positions.map((p) => ({ ...s, [control.id]: p.id })));
  return states.sort((a, b) => movesFrom(rest, a) - movesFrom(rest, b));
}

/** Gives how many controls stand otherwise. */
export const movesFrom = (rest: ControlPositions, state: ControlPositions): number =>
  Object.keys(rest).filter((c) => rest[c] !== state[c]).length;

interface Branch {
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
  readonly part: string;
  /** A poor joint's own. */
  readonly isJoint: boolean;
}

/**
 * Ohms between pins with the wires so, pair by pair. With 1 A driven through the pins, branch k carries i_k and ∂R/∂R_k = i_k² (Tellegen's theorem;
 * Director & Rohrer 1969), so that a part's deviation adds σ · R_k · i_k².
 */
export function pinOhms(
  machine: Machine,
  controls: ControlPositions,
  edits: readonly WiringEdit[],
  pairs: readonly PlugReading["between"][],
): Foreseen[] {
  const number = new Map<string, number>();
  const numberOf = (net: string): number => {
    const known = number.get(net) ?? number.size;
    number.set(net, known);
    return known;
  };
  const branches = deadMachine(machine, deadCondition(machine, controls), edits).healthy.flatMap((c) =>
    c.kind === "resistor"
      ? [{ a: numberOf(c.a), b: numberOf(c.b), ohms: c.ohms, part: item(c.id.split("/"), 0), isJoint: c.id.includes("/joint") }]
      : [],
  );
  const at = pairs.map(([p, q]) => [numberOf(p), numberOf(q)] as const);
  const solved = resistancesOf(number.size, branches);
  const spread = spreadParts(machine);
  return at.map(([a, b]) => {
    const mean = real(solved.ohms, a * solved.size + b);
    if (mean > OPEN_OHMS) return undefined;
    const off = (sigma: number, isOf: (k: Branch) => boolean) =>
      branches.reduce((sum, k) => {
        if (!isOf(k) || solved.ohms[k.a * solved.size + a] === Infinity) return sum;
        return sum + (sigma * transferOhms(solved, a, b, k.a, k.b) ** 2) / k.ohms;
      }, 0);
    const by = spread.map(({ id, sigma }) => off(sigma, (k) => k.part === id && !k.isJoint));
    return { mean, by: [...by, off(POOR_SPREAD, (k) => k.isJoint)] };
  });
}
