import type { Machine } from "./schema";

export type ControlPositions = Readonly<Record<string, string>>;

/** Everything besides the faults that decides which branches conduct. */
export interface Condition {
  /** Cord in an outlet with the breaker on. */
  readonly cordIn: boolean;
  readonly controls: ControlPositions;
  /** Drum motors at speed. */
  readonly atSpeed: ReadonlySet<string>;
  /** Thermostats and fuses that temperature has opened. */
  readonly opened: ReadonlySet<string>;
  readonly breakerTripped: boolean;
  /** Mean temperature of the heating element, °C. */
  readonly elementC: number;
  /** Igniter of a gas burner, °C. */
  readonly igniterC: number;
}

export const restControls = (machine: Machine): ControlPositions => Object.fromEntries(machine.controls.map((c) => [c.id, c.rest]));

export const runControls = (machine: Machine): ControlPositions => Object.fromEntries(machine.controls.map((c) => [c.id, c.run]));

/** Cord out and cold, controls as found unless told otherwise. */
export function deadCondition(machine: Machine, controls: ControlPositions = {}): Condition {
  return {
    cordIn: false,
    controls: { ...restControls(machine), ...controls },
    atSpeed: new Set(),
    opened: new Set(),
    breakerTripped: false,
    elementC: machine.thermal.ambientC,
    igniterC: machine.thermal.ambientC,
  };
}
