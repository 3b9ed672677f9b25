import type { z } from "zod";
import type { FaultSet } from "../fault";
import type { Condition, ControlPositions } from "../run/condition";

/** A branch of the network between two terminals (numbers from 1) or nodes of the part's own (names). Ω. */
export interface PartBranch {
  readonly name?: string;
  readonly from: number | string;
  readonly to: number | string;
  readonly ohms: number;
}

/** Holds what decides the branches of a part besides its ratings. */
export interface PartState {
  readonly condition: Condition;
  /** Controls as faults leave them. */
  readonly positions: ControlPositions;
  readonly faults: FaultSet;
  readonly cabinet: string;
  readonly ambientC: number;
}

/** Something that opens and closes by a temperature. */
export interface ThermalContact {
  readonly id: string;
  /** Place in the state vector of a run. */
  readonly node: number;
  readonly opensC: number;
  /** `undefined`: once and for all. */
  readonly closesC: number | undefined;
  /** The sensor is warmed by this resistor while it has voltage. */
  readonly bias: { readonly id: string; readonly kelvin: number; readonly worksAboveVolts: number } | undefined;
}

/** Holds what a thermal contact may have to know of its machine. */
export interface ThermalSurroundings {
  readonly faults: FaultSet;
  /** The resistor that warms this thermostat's sensor, where there is one. */
  readonly biasOf: (thermostat: string) => ThermalContact["bias"];
  /** Gives what a board finds at its sensor input now, Ω, and the curve of the thermistor that should be there. */
  readonly sensorOf: (board: string) => {
    readonly sensedOhms: number;
    readonly ambientOhms: number;
    readonly ohmsAt: (celsius: number) => number;
    readonly celsiusAt: (ohms: number) => number;
  };
}

/** Facts of a way to fail. */
interface Mode {
  /** Lets current out to the cabinet, so that a machine with it runs like no other. */
  readonly leaks: boolean;
  /** Severities that make sense, and what they are; `null` where the mode has none. */
  readonly severity: { readonly least: number; readonly most: number; readonly is: string } | null;
}
export const plainMode: Mode = { leaks: false, severity: null };

/** Two terminals between which the part is metered. */
export interface Winding {
  readonly terminals: readonly [number, number];
  readonly is: "whole" | "main" | "start";
}

/** Says how a part is examined without a meter across it. */
export interface Examination {
  readonly by: "look" | "full" | "pull-out" | "burnt-spots" | "capacitance" | "film" | "warm" | "in-hand" | "hot" | "turn";
  /** Estimate. */
  readonly minutes: number;
}

/** Says how somebody finds out whether this part was the cause of a blown fuse: by the air, by ohms to the cabinet or across, or by looking. */
export type CauseCheck = "air" | "cabinet" | "across" | "look";

/** Says how a rehearsed machine's parts differ from their ratings. */
interface Spread {
  /** Factor on a rating within its tolerance; 1 for a part without one. */
  readonly factor: number;
  /** A factor drawn evenly from 1 − share to 1 + share. */
  readonly evenly: (share: number) => number;
}

/** All that the program has to know of a kind of part. A new kind fills every field; none has a default. */
export interface PartDefinition<K extends string, S extends z.ZodType, M extends string> {
  readonly kind: K;
  /** Holds what the trade calls one: each name means every part of the kind. Parted by commas; none where only its own name will do. */
  readonly called: string;
  readonly schema: S;
  readonly modes: Readonly<Record<M, Mode>>;
  /** Does nothing but conduct: open, it is as if a wire were off. A thermostat that is open does not act any more. */
  readonly conductsOnly: boolean;
  readonly branches: (part: z.infer<S>, state: PartState) => readonly PartBranch[];
  readonly thermal: (part: z.infer<S>, surroundings: ThermalSurroundings) => readonly ThermalContact[];
  readonly windings: (part: z.infer<S>) => readonly Winding[];
  /** Gives what can be metered at rest; a contact that closes at speed only can't. */
  readonly readsAtRest: (part: z.infer<S>) => boolean;
  readonly examined: (part: z.infer<S>) => Examination | null;
  readonly causeCheck: (mode: M) => CauseCheck;
  readonly varied: (part: z.infer<S>, spread: Spread) => z.infer<S>;
  /** True where the sheet draws its contact closed. */
  readonly drawnClosed: (part: z.infer<S>, controls: ControlPositions) => boolean;
  /** It does not mind which of two wires is on which of its two terminals. */
  readonly eitherWayRound: boolean;
  /** Says how one may be off though its file does not list it: a contact burns inside, a value or a winding's leaves its rating; or not at all. */
  readonly deviates: Deviation;
}

type Deviation = "contact" | "value" | "windings" | "never";

export const definePart = <K extends string, S extends z.ZodType, M extends string>(
  definition: PartDefinition<K, S, M>,
): PartDefinition<K, S, M> => definition;

// Whatever several kinds have in common, by name, so that each says which it means.

/** Holds what the lead and spring of a good closed contact read, Ω. */
const CONTACT_OHMS = 0.02;
export const FUSE_OHMS = 0.05;

export const contact = (closed: boolean, ohms = CONTACT_OHMS): PartBranch[] => (closed ? [{ from: 1, to: 2, ohms }] : []);
export const noBranches = (): PartBranch[] => [];
export const noThermalContact = (): ThermalContact[] => [];
export const noWindings = (): Winding[] => [];
export const acrossIt = (): Winding[] => [{ terminals: [1, 2], is: "whole" }];
export const always = (): boolean => true;
export const notExamined = (): null => null;
export const lookedAt = (minutes: number) => (): Examination => ({ by: "look", minutes });
export const byLook = (): CauseCheck => "look";
export const asRated = <P>(part: P): P => part;

/** Share by which the temperatures at which good thermostats, fuses and sensors act spread (est.): some two kelvin in seventy. */
const ACTS_SPREAD = 0.03;
/** Gives what acts at temperatures, all of them shifted alike. */
export function actsAbout<P extends { readonly opensC: number; readonly closesC?: number }>(part: P, { evenly }: Spread): P {
  const shift = evenly(ACTS_SPREAD);
  return { ...part, opensC: part.opensC * shift, ...(part.closesC !== undefined && { closesC: part.closesC * shift }) };
}

/** A thing beside the circuit, looked at and never metered: no wires, nothing that varies. */
export const outsideTheCircuit = {
  conductsOnly: false,
  branches: noBranches,
  thermal: noThermalContact,
  windings: noWindings,
  readsAtRest: always,
  varied: asRated,
  drawnClosed: always,
  eitherWayRound: false,
  deviates: "never",
} as const;

/** Stuck: temperature does not move it any more. */
export const isStuck = (faults: FaultSet, part: string): boolean => faults.has(part, "open") || faults.has(part, "welded");
