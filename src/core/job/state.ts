import type { Witness } from "../finding/definition";
import type { Finding } from "../finding/finding";
import type { Machine } from "../machine/format";
import type { MachineRef } from "../machine/revision";
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
}

/** What the run that proves a repair showed. */
export interface Proof {
  readonly starts: "yes" | "no" | "unknown";
  readonly turns: "yes" | "no" | "unknown";
  readonly warm: "yes" | "no" | "unknown";
  readonly cycles: "yes" | "short" | "no" | "unknown";
  readonly airflow: "strong" | "weak" | "none" | "unknown";
}

/** What the entries taken so far come to. Each entry gives a new state; what it does not change keeps its reference. */
export interface JobState {
  readonly id: string;
  readonly opened?: { readonly customer: string; readonly place: string; readonly phone?: string | undefined };
  /** The machine in the revision that the job was read on; `machine` is left out where that revision is not kept here. */
  readonly machineRef?: MachineRef;
  readonly machine?: Machine;
  readonly complaint?: { readonly words: string; readonly findings: readonly Finding[] };
  readonly evidence: readonly Evidence[];
  readonly safety: Safety;
  readonly panelsOff: readonly string[];
  readonly fitted: readonly Fitted[];
  /** The last proof, when nothing was fitted after it. */
  readonly proof?: Proof | undefined;
  /** Questions answered with “can't tell”, by the number of repairs before: weightless, but not put for ever. */
  readonly untold: readonly { readonly finding: Finding; readonly repairs: number }[];
  readonly everSafe: boolean;
  readonly everOpen: boolean;
  readonly closed: boolean;
  readonly preference: Preference;
}

export const assembliesFitted = ({ fitted }: Pick<JobState, "fitted">): string[] => fitted.map((f) => f.assembly);

/** It started, turned and heated in the proof. */
export const isProven = (proof: Proof | undefined): boolean => proof?.starts === "yes" && proof.turns === "yes" && proof.warm === "yes";
