import type { Machine } from "./schema";

export type ControlPositions = Readonly<Record<string, string>>;

/** Everything besides the faults that decides which branches conduct, and how well. */
export interface Condition {
  /** Cord in an outlet with the breaker on. */
  readonly cordIn: boolean;
  readonly controls: ControlPositions;
  /** Drum motors at speed. */
  readonly atSpeed: ReadonlySet<string>;
  /** Thermostats, fuses and protectors that temperature has opened. */
  readonly opened: ReadonlySet<string>;
  /** Relays that a board has pulled in. */
  readonly driven: ReadonlySet<string>;
  readonly breakerTripped: boolean;
  /** Mean temperature of the heating element, °C. */
  readonly elementC: number;
  /** Igniter of a gas burner, °C. */
  readonly igniterC: number;
  /** Valve coils, °C. */
  readonly coilC: number;
}

export const restControls = (machine: Machine): ControlPositions => Object.fromEntries(machine.controls.map((c) => [c.id, c.rest]));

export const runControls = (machine: Machine): ControlPositions => Object.fromEntries(machine.controls.map((c) => [c.id, c.run]));

const NONE: ReadonlySet<string> = new Set();

/** Cold and at rest, controls as found unless told otherwise. */
export function coldCondition(machine: Machine, cordIn: boolean, controls: ControlPositions = {}): Condition {
  const { ambientC } = machine.thermal;
  return {
    cordIn,
    controls: { ...restControls(machine), ...controls },
    atSpeed: NONE,
    opened: NONE,
    driven: NONE,
    breakerTripped: false,
    elementC: ambientC,
    igniterC: ambientC,
    coilC: ambientC,
  };
}

/** Cord out. */
export const deadCondition = (machine: Machine, controls: ControlPositions = {}): Condition => coldCondition(machine, false, controls);
