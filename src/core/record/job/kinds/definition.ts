import { z } from "zod";
import type { Machine } from "../../../model/machine/format";
import type { FindMachine } from "../../../model/machine/revision";
import type { StreamOf } from "../../journal/envelope";
import type { Upcaster } from "../../journal/upcast";
import type { Refusal } from "../refusal";
import type { JobState } from "../state";

export const name = z.string().trim().min(1).max(120);
export const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");
export const text = z.string().trim().max(2000);

/** Holds what an entry's effect may look at besides its body. */
export interface Stamp {
  readonly id: string;
  readonly at: string;
  readonly by: string;
  readonly findMachine: FindMachine;
}

/** All that the program has to know of a kind of entry. A new kind fills every field; none has a default. */
export interface EntryDefinition<K extends string, S extends z.ZodType> {
  readonly kind: K;
  /** Version of its body. */
  readonly version: number;
  readonly stream: StreamOf;
  readonly schema: S;
  /** From earlier versions of it, and from kinds that became it. */
  readonly upcasters: readonly Upcaster[];
  /** True where it is still entered on a closed job: it is told, handed over, or taken back. */
  readonly afterClosing: (body: z.infer<S>) => boolean;
  /** Somebody's skin depends on it: what takes it away says so first. */
  readonly ofEnergy: boolean;
  /** Why it can't count in this state of the job; `undefined` when it can. */
  readonly allows: (body: z.infer<S>, state: JobState) => Refusal | undefined;
  /** Gives what it changes. */
  readonly effect: (body: z.infer<S>, state: JobState, stamp: Stamp) => Partial<JobState>;
  readonly says: (body: z.infer<S>, machine: Machine | undefined) => string;
}

export const defineEntry = <K extends string, S extends z.ZodType>(d: EntryDefinition<K, S>): EntryDefinition<K, S> => d;

export const never = (): boolean => false;
export const always = (): boolean => true;
export const allowsAlways = (): undefined => undefined;
export const changesNothing = (): Partial<JobState> => ({});
export const noUpcasters: readonly Upcaster[] = [];
