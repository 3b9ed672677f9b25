/** Position of each control, by its id. */
export type ControlPositions = Readonly<Record<string, string>>;

/** Everything besides the faults and the wiring that decides which branches conduct, and how well. */
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
