import { backBefore, heldBy } from "../model/access/panels";
import { type Machine, maybePartOf } from "../model/machine/format";
import type { ControlPositions } from "../model/machine/run/condition";
import { readTerminal } from "../model/machine/wiring";
import { panelName } from "../model/naming/names";
import type { Question } from "../record/finding/finding";
import { draftInCircumstances } from "../record/job/circumstances";
import { closingDraft } from "../record/job/closing/closing-draft";
import { type Job, refusalOf, stateAfter } from "../record/job/fold";
import { type Draft, entryKind } from "../record/job/kinds/index";
import { lastStanding } from "../record/job/last-standing";
import { noteOf } from "../record/job/read-note";
import type { JobState } from "../record/job/state";
import type { Carried } from "./hear/clause";
import { hear } from "./hear/hear";
import type { Asked, Command, Heard, Meaning } from "./hear/meaning";
import { withJoints } from "./joint-meant";
import { ownSentence } from "./own-sentences";
import { refusalSays } from "./words/card/refusals";
import { warningSays } from "./words/card/warnings";
import { entrySays } from "./words/entries";

/** One whole reading of a line, ready to be entered. */
export interface Reading {
  readonly drafts: readonly Draft[];
  readonly says: string;
  /** Holds what forbids it now, and what would allow it. */
  readonly blocked?: string;
}

/** Says how a typed line was understood in this job. Whatever is not `entries`, `command` or `question` is kept as a note when it is entered. */
export type Understanding =
  | {
      readonly is: "entries";
      readonly drafts: readonly Draft[];
      readonly says: string /** To be minded before it is entered. */;
      readonly warns?: string;
    }
  | { readonly is: "command"; readonly command: Exclude<Command, "close">; readonly says: string }
  | { readonly is: "question"; readonly asked: Asked; readonly says: string }
  /** Understood, and the job's state forbids it. */
  | { readonly is: "blocked"; readonly reading: Reading; readonly says: string }
  /** More than one reading: which? */
  | { readonly is: "unclear"; readonly readings: readonly Reading[]; readonly says: string }
  | { readonly is: "note"; readonly readings: readonly Reading[]; readonly says: string };

export interface Context {
  readonly machine: Machine;
  readonly job: Job;
  /** Control positions set on the sheet; those not named are as found. */
  readonly controls?: ControlPositions;
  /** Holds what the card asks for: its place need not be said again. */
  readonly asked?: Question;
  /** Name of who speaks: only their own entries are voided by “undo”. */
  readonly by?: string;
}

export const COMMAND_SAYS: Readonly<Record<Command, string>> = {
  undo: "Void your last entry",
  close: "Close the job",
  prove: "Record the proof run",
};

/** Says what a command does now; of undoing, what goes. */
function commandSays(command: Command, { machine, job, by }: Context): string {
  const gone = command === "undo" && by !== undefined ? lastStanding(job, by) : [];
  if (gone.length === 0) return COMMAND_SAYS[command];
  const mind = gone.some((e) => entryKind(e).ofEnergy) ? "⚠ " : "";
  return `${mind}Void: ${gone.map((e) => entrySays(machine, e)).join(" · ")}`;
}

/**
 * Understands a line as a technician would mutter it. Several facts in one line are several entries, each read in the state that those
 * before it leave. What is unclear asks, what the job's state forbids says why, and neither is lost.
 */
export function understand(line: string, context: Context): Understanding {
  const { machine, job } = context;
  const own = ownSentence(line, machine);
  const heard: Heard = own
    ? { status: "understood", meanings: [{ is: "entry", draft: own }], guesses: [], rest: false }
    : withJoints(hear(line, machine, carriedFrom(context)), job);
  const [first] = heard.meanings;
  if (first?.is === "command")
    return first.command === "close" ? closing(job) : { is: "command", command: first.command, says: commandSays(first.command, context) };
  if (first?.is === "question") return { is: "question", asked: first.asked, says: ASKED_SAYS[first.asked.ask] };
  const readings = unlike(heard.guesses.map((meanings) => readingOf(meanings, context)));
  if (heard.status === "note")
    return { is: "note", readings, says: readings.length > 0 ? "Saved as a note. Did you mean one of these?" : "Saved as a note" };
  if (heard.status === "unclear")
    return { is: "unclear", readings, says: readings.length > 1 ? "Which of these?" : "Part of this is unclear. Did you mean this?" };
  const reading = readingOf(heard.meanings, context);
  if (reading.blocked !== undefined) return { is: "blocked", reading, says: `${reading.says}: ${reading.blocked}` };
  const rest = heard.rest ? [noteOf(line)] : [];
  const warns = warningsOf(reading.drafts, job);
  return {
    is: "entries",
    drafts: [...reading.drafts, ...rest],
    says: heard.rest ? `${reading.says} · the rest as a note` : reading.says,
    ...(warns !== "" && { warns }),
  };
}

/** Each that says something else. */
const unlike = (readings: readonly Reading[]): Reading[] =>
  readings.filter((r, i) => r.drafts.length > 0 && readings.findIndex((o) => o.says === r.says) === i);

/** Gives what words may mean in this job, each ready to be entered; none for what is only words. */
export function readingsOf(words: string, context: Context): readonly Reading[] {
  const found = understand(words, context);
  switch (found.is) {
    case "entries":
      return [{ drafts: found.drafts.filter((d) => d.kind !== "note"), says: found.says }].filter((r) => r.drafts.length > 0);
    case "blocked":
      return [found.reading];
    case "unclear":
    case "note":
      return found.readings.filter((r) => r.drafts.length > 0);
    case "command":
    case "question":
      return [];
  }
}

const ASKED_SAYS: Record<Asked["ask"], string> = {
  next: "What to do next",
  why: "Why this test",
  left: "Suspects",
  stage: "Where the job stands",
  cost: "What it costs, and how long",
  parts: "Which parts",
  safe: "Whether it may be energised",
  off: "Removed parts",
  expect: "What it should read",
  read: "What it did read",
  where: "Where it sits",
};

function closing(job: Job): Understanding {
  const draft = closingDraft(job);
  const refusal = refusalOf(job, draft);
  const says = entrySays(job.machine, draft);
  if (!refusal) return { is: "entries", drafts: [draft], says };
  const blocked = refusalSays(job.machine, refusal);
  return { is: "blocked", reading: { drafts: [draft], says, blocked }, says: blocked };
}

/** Entries of one reading with what forbids them, each in the state that those before it leave. */
function readingOf(meanings: readonly Meaning[], { machine, job, controls, asked }: Context): Reading {
  const drafts: Draft[] = [];
  let state: JobState = job;
  let blocked: string | undefined;
  for (const m of meanings) {
    if (m.is !== "entry") continue;
    const draft = draftInCircumstances(withControls(asLook(m.draft, machine, asked), controls), state);
    drafts.push(draft);
    const refusal = refusalOf(state, draft);
    blocked ??= refusal ? refusalSays(machine, refusal) : panelBlocked(machine, draft, state);
    if (!refusal) state = stateAfter(state, draft, NOT_MADE_YET);
  }
  return { drafts, says: drafts.map((d) => entrySays(machine, d)).join(" · "), ...(blocked !== undefined && { blocked }) };
}

/** An entry that is only being typed has no id yet, and leaves no trace. */
const NOT_MADE_YET = { id: "", at: "", by: "", findMachine: () => undefined };

function warningsOf(drafts: readonly Draft[], job: Job): string {
  let state: JobState = job;
  const warnings: string[] = [];
  for (const draft of drafts) {
    const warning = warningSays(state, draft);
    if (warning !== undefined) warnings.push(warning);
    state = stateAfter(state, draft, NOT_MADE_YET);
  }
  return warnings.join(" ");
}

/** Positions that are set on the sheet go for what the line leaves open. */
function withControls(draft: Draft, controls: ControlPositions | undefined): Draft {
  if (!controls || draft.kind !== "finding" || !("between" in draft.body.place)) return draft;
  return {
    kind: "finding",
    body: {
      ...draft.body,
      circumstances: { ...draft.body.circumstances, controls: { ...draft.body.circumstances.controls, ...controls } },
    },
  };
}

/** “belt ok”, or “good” when the card asks for a look: what has no wires, and what is asked so, was looked at. */
function asLook(draft: Draft, machine: Machine, asked: Question | undefined): Draft {
  if (draft.kind !== "finding" || draft.body.kind !== "verdict" || draft.body.place.to !== undefined) return draft;
  const { place, result } = draft.body;
  const isAsked = asked?.kind === "look" && asked.place.part === place.part;
  const hasWires = (maybePartOf(machine, place.part)?.nets.length ?? 0) > 0;
  return hasWires && !isAsked ? draft : { kind: "finding", body: { kind: "look", place: { part: place.part }, result, circumstances: {} } };
}

/** A panel that another holds, or that another must follow. */
function panelBlocked(machine: Machine, { kind, body }: Draft, job: JobState): string | undefined {
  if (kind !== "panel" || !machine.panels.some((p) => p.id === body.panel)) return undefined;
  const other = body.state === "off" ? heldBy(machine, body.panel, job) : backBefore(machine, body.panel, job);
  if (other === undefined) return undefined;
  const [moved, first] = [panelName(machine, body.panel), panelName(machine, other)];
  return body.state === "off"
    ? `The ${moved} is held by the ${first}: take that off first`
    : `The ${first} must go back before the ${moved}`;
}

/** Whatever the card asks for is in mind before anything is said. */
function carriedFrom({ asked }: Context): Carried {
  if (!asked) return {};
  if (asked.kind === "look" || asked.kind === "verdict" || asked.kind === "capacitance") return { parts: [asked.place.part] };
  if (!("between" in asked.place)) return {};
  const [a, b] = [readTerminal(asked.place.between[0]), readTerminal(asked.place.between[1])];
  if (!a) return {};
  return { parts: [a.part], ...(b && a.part === b.part && { terminals: [a.number, b.number] as const }) };
}
