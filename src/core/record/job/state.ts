import type { Differs } from "../../model/access/opening";
import type { Meter } from "../../model/instrument/meter";
import type { Fastener } from "../../model/machine/cabinet";
import type { Machine } from "../../model/machine/format";
import type { Plate } from "../../model/machine/plate";
import type { MachineRef } from "../../model/machine/revision";
import type { Witness } from "../finding/definition";
import type { Finding } from "../finding/finding";
import type { NewPart } from "../finding/new-part";
import type { BurnerSet } from "./burner-set";
import type { Bill, BillFrom } from "./closing/bill";
import type { DuctRunKept } from "./duct-run";
import type { CameOff } from "./hands/came-off";
import type { LeadFound } from "./hands/lead-found";
import type { PlugReadingTaken } from "./hands/plug-read";
import type { Preference } from "./preference";
import type { Safety } from "./safety";

/** A finding that counts, with who made it and what had been put right before: old faults could not speak any more. */
export interface Evidence {
  readonly entry: string;
  readonly source: Witness;
  readonly finding: Finding;
  /** Assemblies fitted or put right before it was made. */
  readonly fitted: readonly string[];
}

export interface Fitted {
  readonly entry: string;
  readonly assembly: string;
  readonly action: "replaced" | "put-right";
  /** Its name on the machine that was named then. */
  readonly name: string;
}

/** Words that are kept as they are. */
export interface Note {
  readonly entry: string;
  readonly words: string;
  readonly about?: "onset" | "history" | undefined;
  readonly by?: "customer" | undefined;
  /** It was meant as more than a note. */
  readonly open?: true | undefined;
}

/** The fasteners of one thing, put by. */
interface Cup {
  readonly entry: string;
  readonly of: string;
  readonly fasteners: readonly Fastener[];
}

export interface Recount {
  readonly entry: string;
  readonly of: string;
  readonly over: number;
  readonly short: number;
  readonly why?: string | undefined;
}

interface Tick {
  readonly list: string;
  readonly item: string;
  readonly says: string;
  readonly state: "done" | "not-done" | "open";
  readonly why?: string | undefined;
}

/** Where something lies, and who has it. */
interface Lying {
  readonly what: string;
  readonly where: string;
  readonly who?: string | undefined;
}

/** A picture, kept as a file; `of`: plate, a panel, a part. */
export interface Photo {
  readonly entry: string;
  readonly file: string;
  readonly of: string;
  readonly note?: string | undefined;
  readonly when?: "before" | "after" | undefined;
  /** Labels pinned to it; shares of its width and height. */
  readonly pins?: readonly { readonly x: number; readonly y: number; readonly says: string }[];
}

/** Something that a job waits for. */
export interface Wanted {
  /** null: something that was not named. */
  readonly assembly: string | null;
  readonly ordered?: true;
  /** The date on which it is said to come. */
  readonly due?: string;
}

/** A part that was used, as the catalogue had it then. */
export interface Used {
  readonly item: string;
  readonly name: string;
  readonly count: number;
  readonly cents: number;
  readonly warrantyMonths: number;
  readonly renews: readonly string[];
}

/** Pieces of a kit that stay over on purpose. */
interface KitLeft {
  readonly item: string;
  readonly piece: string;
  readonly count: number;
  readonly why?: string | undefined;
}

/** A price that was agreed before the work, as it was told. */
interface Agreed extends Bill {
  readonly from?: BillFrom | undefined;
  readonly entry: string;
  readonly at: string;
}

/** Work that was declined. */
interface Declined {
  readonly entry: string;
  readonly at: string;
  readonly what: string;
  readonly why?: string | undefined;
  readonly to?: string | undefined;
  /** The machine can hurt somebody as it stands. */
  readonly unsafe: boolean;
  /** “Do not use” was put on it, and it was left cut off from every energy. */
  readonly marked?: true | undefined;
  /** The visit ends with it. */
  readonly ends: boolean;
}

/** Somebody comes again. */
interface NextVisit {
  readonly entry: string;
  readonly on: string;
  readonly minutes: number;
  readonly what: string;
}

/** A name drawn by hand: strokes of points, x and y in turn, within 1000 by 300. */
export type Signature = readonly (readonly number[])[];

/** Holds what the run that proves a repair showed. */
export interface Proof {
  readonly starts: "yes" | "no" | "unknown";
  readonly turns: "yes" | "no" | "unknown";
  readonly warm: "yes" | "no" | "unknown";
  readonly cycles: "yes" | "short" | "no" | "unknown";
  /** Left out where no air comes out of the house. */
  readonly airflow?: "strong" | "weak" | "none" | "unknown" | undefined;
  /** Why some of it was not seen. */
  readonly whyUnseen?: string | undefined;
}

/** A joint that was opened, and how it was tested since. */
export interface GasJoint {
  readonly entry: string;
  readonly name: string;
  /** Says how much evidence there was then. */
  readonly at: number;
  readonly test?: {
    readonly method: "soap" | "detector" | "pressure";
    readonly tight: boolean;
    readonly by: string;
    readonly when: string;
    /** Says how much evidence there was then. */
    readonly at: number;
  };
}

/** Holds what the entries taken so far come to. Each entry gives a new state; what it does not change keeps its reference. */
export interface JobState {
  readonly id: string;
  readonly opened?: { readonly customer: string; readonly place: string; readonly phone?: string | undefined };
  readonly openedAt?: string;
  /** The machine in the revision that the job was read on; `machine` is left out where that revision is not kept here. */
  readonly machineRef?: MachineRef;
  readonly machine?: Machine | undefined;
  /** Serial number from its plate. */
  readonly serial?: string | undefined;
  /** Holds what stands on its plate, where the sheet of another machine is used. */
  readonly plate?: Plate | undefined;
  readonly complaint?: { readonly words: string; readonly findings: readonly Finding[] };
  readonly evidence: readonly Evidence[];
  readonly safety: Safety;
  readonly panelsOff: readonly string[];
  /** Says how this machine was found to differ from its file: what is in the way besides, what takes longer. */
  readonly differs: readonly Differs[];
  /** The drum is out of the machine. */
  readonly drumOut: boolean;
  /** Everything that is off, in the order in which it came off. */
  readonly cameOff: readonly CameOff[];
  /** Panels that were off at any time, in the order in which they first came off. */
  readonly wasOff: readonly string[];
  /** Ends of wires that were taken off or looked at, as they were found. */
  readonly leads: readonly LeadFound[];
  /** Terminals whose wires were touched: they may be on wrongly. */
  readonly touched: readonly string[];
  /** The plug check, since a wire was last touched. */
  readonly plugReads: readonly PlugReadingTaken[];
  /** Fasteners in their cups, by what they held, in the order in which they came out. */
  readonly cups: readonly Cup[];
  /** Holds what the cups came to when something went back on. */
  readonly recounts: readonly Recount[];
  /** Lines of checklists that were seen to, or not, and why. */
  readonly ticks: readonly Tick[];
  /** Where things of an open machine lie. */
  readonly lying: readonly Lying[];
  /** Parts, by id, whose wires are off, and plugs that are pulled. */
  readonly wiresOff: readonly string[];
  /** Supplies whose cock is shut. */
  readonly shut: readonly ("gas" | "water")[];
  /** Holds what is needed or ordered, in the order in which it was last said. */
  readonly wanted: readonly Wanted[];
  readonly used: readonly Used[];
  readonly leftOver: readonly KitLeft[];
  readonly notes: readonly Note[];
  readonly fitted: readonly Fitted[];
  /** Fitted while another machine was named, which this one does not have. */
  readonly fittedElsewhere: readonly Fitted[];
  /** The last proof, when nothing was fitted after it. */
  readonly proof?: Proof | undefined;
  /** Says how much evidence there was when it was made; what came later may contradict it. */
  readonly evidenceAtProof: number;
  /** Says how many answers there were, told or not, when its power was last switched: until the next, what it was switched for is still to come. */
  readonly answersAtSwitch?: number;
  /** Joints of the gas train that were opened, with the last test of each. */
  readonly joints: readonly GasJoint[];
  /** Says how the burner stands, as far as it was said. */
  readonly burnerSet?: BurnerSet;
  /** The duct in this house. */
  readonly ductRun?: DuctRunKept;
  /** Checks that somebody said were not made, with why. They stay open. */
  readonly notDone: readonly { readonly check: string; readonly why: string }[];
  /** Questions answered with “can't tell”, by the number of repairs before: weightless, but not put for ever. */
  readonly untold: readonly { readonly finding: Finding; readonly repairs: number }[];
  /** The entry that last made the machine live. */
  readonly livened?: string;
  readonly everSafe: boolean;
  readonly everOpen: boolean;
  readonly closed: boolean;
  /** Holds what it was, as the customer is told. */
  readonly conclusion?: { readonly wrong: string; readonly cause?: string | undefined; readonly proved?: string | undefined };
  readonly handedOver?: { readonly to: string; readonly at: string; readonly by: string; readonly signed?: Signature | undefined };
  /** Years since the machine was new. */
  readonly age?: number;
  readonly agreed?: Agreed;
  readonly declined: readonly Declined[];
  readonly visits: readonly NextVisit[];
  /** Holds what it was closed without. */
  readonly reservations?: string;
  readonly preference: Preference;
  /** The meter that is used now: what its leads read when they were shorted, Ω, left out while nobody did; and which it is, where it was named. */
  readonly meter?: { readonly leadOhms?: number; readonly used?: Meter };
  /** Every meter that was used on this job. */
  readonly meters: readonly Meter[];
  /** Readings of new parts on the bench. */
  readonly newParts: readonly { readonly entry: string; readonly read: NewPart }[];
  readonly photos: readonly Photo[];
}

export const assembliesFitted = ({ fitted }: Pick<JobState, "fitted">): string[] => fitted.map((f) => f.assembly);
