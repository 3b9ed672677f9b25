import type { OperatingPoint } from "../../circuit/solve";
import type { Condition, ControlPositions } from "./condition";

/** Holds what the user does: control positions from a moment on, seconds from the start. In order of time. */
export interface Script {
  readonly moves: readonly { readonly at: number; readonly controls: ControlPositions }[];
  readonly until: number;
  /** Water in the load, kg; 0 runs it empty. */
  readonly water?: number;
  /** Seconds between frames at most; as many as a slow run needs, where it is left out. */
  readonly everyS?: number;
}

/** The machine at one moment. Frames are taken at every change of a contact and every `SAMPLE_S` seconds. */
export interface Frame {
  readonly at: number;
  readonly condition: Condition;
  readonly point: OperatingPoint;
  readonly boxC: number;
  readonly exhaustC: number;
  readonly igniterC: number;
  readonly flame: boolean;
  /** W in all heating elements together, or of the flame. */
  readonly heatW: number;
  /** A motor has voltage on its main winding and does not turn. */
  readonly hums: boolean;
  /** Contacts open and close again and again and come to no rest. */
  readonly chatters: boolean;
  /** m³/s. */
  readonly flow: number;
  /** Water that is left in the load, kg. */
  readonly waterKg: number;
  /** Code that a board shows; `null`: none, or no board. */
  readonly code: string | null;
  /** Boards that have their supply: their displays are lit. */
  readonly lit: boolean;
  /** A clockwork timer's motor runs. */
  readonly timed: boolean;
}

export interface Timeline {
  readonly frames: readonly Frame[];
}
