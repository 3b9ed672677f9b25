import { item } from "../../model/array/at";
import type { FindMachine, MachineRef } from "../../model/machine/revision";
import type { Blocker } from "./blocker";
import { closingBlockers } from "./closing/closing";
import { type Entry, type Kept, stampOf, type Unreadable } from "./entry";
import type { Stamp } from "./kinds/definition";
import { type Draft, entryKind } from "./kinds/index";
import { NO_PREFERENCE } from "./preference";
import type { Refusal } from "./refusal";
import { AS_FOUND, type Standing, safetyFor } from "./safety";
import { presentStage, type Stage, stagesDone } from "./stages";
import type { JobState } from "./state";

export type RecordLine = { /** The machine that was named then, where it was corrected to another since. */ readonly on?: MachineRef } & (
  | { readonly status: "counts" | "retracted"; readonly entry: Entry }
  | { readonly status: "refused"; readonly entry: Entry; readonly refusal: Refusal }
  | { readonly status: "unreadable"; readonly entry: Unreadable }
);

/** Holds what the entries of one job come to. */
export interface Job extends JobState {
  /** Every entry, in order, with what became of it. */
  readonly record: readonly RecordLine[];
  readonly stage: Stage;
  readonly done: readonly Stage[];
  /** Why it can't be closed yet; empty when it can. */
  readonly blockers: readonly Blocker[];
}

/** A job with what it was folded from, to be folded on when more entries come. */
export interface Fold {
  readonly job: Job;
  readonly state: JobState;
  readonly entries: readonly Kept[];
  readonly findMachine: FindMachine;
}

const BEFORE_ANYTHING: Omit<JobState, "id"> = {
  evidence: [],
  safety: AS_FOUND,
  panelsOff: [],
  differs: [],
  drumOut: false,
  cameOff: [],
  wasOff: [],
  leads: [],
  touched: [],
  plugReads: [],
  cups: [],
  recounts: [],
  ticks: [],
  joints: [],
  lying: [],
  wiresOff: [],
  shut: [],
  wanted: [],
  used: [],
  leftOver: [],
  notes: [],
  meters: [],
  newParts: [],
  photos: [],
  fitted: [],
  fittedElsewhere: [],
  untold: [],
  everSafe: false,
  everOpen: false,
  evidenceAtProof: 0,
  notDone: [],
  declined: [],
  visits: [],
  closed: false,
  preference: NO_PREFERENCE,
};

export function startFold(id: string, findMachine: FindMachine): Fold {
  const state: JobState = { id, ...BEFORE_ANYTHING };
  return { job: jobOf(state, []), state, entries: [], findMachine };
}

/**
 * Folds entries of one job, in order. Only those that are new are taken when the others are the same objects as before; all
 * of them when an entry takes another one back. What the new ones do not change keeps its reference; with nothing
 * new the fold itself comes back. Entries never vanish: a retracted, refused or unreadable one stays in the record.
 */
export function foldOn(fold: Fold, entries: readonly Kept[]): Fold {
  const { findMachine } = fold;
  const goesOn = entries.length >= fold.entries.length && fold.entries.every((e, i) => e === entries[i]);
  if (goesOn && entries.length === fold.entries.length) return fold;
  const fresh = entries.slice(goesOn ? fold.entries.length : 0);
  if (!goesOn || fresh.some((e) => e.readable && e.entry.kind === "retract")) return foldAnew(fold.state.id, entries, findMachine);
  return take({ ...fold, entries }, fresh, NONE);
}

const NONE: ReadonlySet<string> = new Set();

function foldAnew(id: string, entries: readonly Kept[], findMachine: FindMachine): Fold {
  return take({ ...startFold(id, findMachine), entries }, entries, retractedIds(entries));
}

function take(fold: Fold, fresh: readonly Kept[], retracted: ReadonlySet<string>): Fold {
  let { state } = fold;
  let record = [...fold.job.record];
  for (const kept of fresh) {
    const line = lineOf(kept, state, retracted);
    if (line.status === "counts") {
      const before = state.machineRef;
      state = stateAfter(state, line.entry, { ...line.entry, findMachine: fold.findMachine });
      if (before && state.machineRef && before.id !== state.machineRef.id) record = record.map((l) => (l.on ? l : { ...l, on: before }));
    }
    record.push(line);
  }
  return { ...fold, state, job: jobOf(state, record) };
}

function lineOf(kept: Kept, state: JobState, retracted: ReadonlySet<string>): RecordLine {
  if (!kept.readable) return { status: "unreadable", entry: kept.entry };
  const { entry } = kept;
  if (retracted.has(entry.id)) return { status: "retracted", entry };
  const refusal = refusalOf(stateFor(state, entry), entry);
  return refusal ? { status: "refused", entry, refusal } : { status: "counts", entry };
}

/** Why an entry would count for nothing in this state; `undefined` when it would count. */
export function refusalOf(state: JobState, draft: Draft): Refusal | undefined {
  const { allows, afterClosing } = entryKind(draft);
  return state.closed && !afterClosing(draft.body) ? { code: "job-closed" } : allows(draft.body, state);
}

/** The state as it is to one person at one time: a proof of dead runs out. The same object where nothing has. */
export function stateFor<S extends JobState>(state: S, standing: Standing): S {
  const safety = safetyFor(state.safety, standing);
  return safety === state.safety ? state : { ...state, safety };
}

/** The state after an entry that is allowed. */
export function stateAfter(state: JobState, draft: Draft, made: Stamp): JobState {
  return { ...state, ...entryKind(draft).effect(draft.body, state, made) };
}

/** Ids taken back by a later `retract` that itself still stands. */
function retractedIds(entries: readonly Kept[]): ReadonlySet<string> {
  const gone = new Set<string>();
  for (let i = entries.length - 1; i >= 0; i--) {
    const kept = item(entries, i);
    if (kept.readable && kept.entry.kind === "retract" && !gone.has(kept.entry.id)) gone.add(kept.entry.body.entry);
  }
  return gone;
}

function jobOf(state: JobState, record: readonly RecordLine[]): Job {
  const done = stagesDone(state);
  return { ...state, record, done, stage: presentStage(done, state), blockers: state.closed ? [] : closingBlockers(state) };
}

export const foldJob = (id: string, entries: readonly Kept[], findMachine: FindMachine): Job =>
  foldOn(startFold(id, findMachine), entries).job;

export const stampOfLine = (line: RecordLine) =>
  stampOf(line.status === "unreadable" ? { readable: false, entry: line.entry } : { readable: true, entry: line.entry });
