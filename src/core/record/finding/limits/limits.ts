import type { Unit } from "../../../model/quantity/quantity";
import type { Interval } from "./verdict";

/** Within which a good machine reads, in the unit, and what made them. */
export interface Limits extends Interval {
  readonly unit: Unit;
  /**
   * A contact that is closed, a value with its tolerance, an open line, insulation to the cabinet, a way through the machine as the model has it, a
   * joint under load, or nothing that is known.
   */
  readonly of: "contact" | "value" | "open" | "insulation" | "way" | "joint" | "unknown";
  /** Of a value: what it is rated at there and then, and its tolerance. */
  readonly rated?: { readonly value: number; readonly tolerance: number };
  /** °C at which it was taken to be, where that moves it; and how far that may be off, as a share of its value. */
  readonly warmth?: { readonly celsius: number; readonly said: boolean; readonly share: number };
  /** Volts that feed it, where they move it; and how far they may be off, as a share. */
  readonly supply?: { readonly volts: number; readonly said: boolean; readonly share: number };
  /** Of a contact that acts when warm: °C at which it should, and how warm it was. */
  readonly acts?: { readonly celsius: number; readonly warm: number | "hot" };
  /** V that were on it, of an insulation test. */
  readonly testVolts?: number;
}

/** A temperature or a supply that moves a value by less than this share decides nothing. */
export const MATTERS = 0.01;
