import { EXAMPLES, typedReading } from "../finding/typed-reading";
import { draftInCircumstances } from "../job/circumstances";
import { closingDraft } from "../job/closing-draft";
import { type Job, refusalOf, stateAfter } from "../job/fold";
import type { EntryTyping } from "../job/kinds/definition";
import { type Draft, ENTRY_KINDS } from "../job/kinds/index";
import type { JobState } from "../job/state";
import type { Machine } from "../machine/format";
import type { ControlPositions } from "../machine/run/condition";
import { normalise, type Vocabulary } from "../naming/vocabulary";
import { entrySays } from "./entries";
import { refusalSays } from "./refusals";
import { warningSays } from "./warnings";

export type Command = "undo" | "prove";

/** How a typed line was understood: entries ready to be made, a command, or why neither. */
export type Understanding =
  | {
      readonly ok: true;
      readonly drafts: readonly Draft[];
      readonly says: string /** What is to be minded before it is entered. */;
      readonly warns?: string;
    }
  | { readonly ok: true; readonly command: Command; readonly says: string }
  | { readonly ok: false; readonly message: string };

export interface Context {
  readonly machine: Machine;
  readonly vocabulary: Vocabulary;
  readonly job: Job;
  /** Control positions set on the sheet; those not named are as found. */
  readonly controls?: ControlPositions;
}

const refuse = (message: string): Understanding => ({ ok: false, message });

/**
 * Understands a line as a technician would mutter it: sights, readings, panels, parts fitted, power state. Commas part
 * several sayings; each is read in the state that those before it leave. What the job's state forbids is refused with what to do.
 */
export function understand(line: string, context: Context): Understanding {
  const sayings = line
    .split(/[,;]|\band\b/)
    .map((s) => s.trim())
    .filter((s) => s !== "");
  const [first] = sayings;
  if (first === undefined) return refuse(`Type what you see or read: ${EXAMPLES}`);
  const command = sayings.length === 1 ? commandIn(first) : undefined;
  if (sayings.length === 1 && CLOSE.test(normalise(first))) return closing(context.job);
  if (command) return command;
  return understandAll(sayings, context);
}

const CLOSE = /^(close|close job|done)$/;
const COMMANDS: readonly { readonly command: Command; readonly pattern: RegExp; readonly says: string }[] = [
  { command: "undo", pattern: /^(undo|oops|take back)$/, says: "Take the last entry back" },
  { command: "prove", pattern: /^(prove|proof|prove it)$/, says: "Record the proof run" },
];

function commandIn(saying: string): Understanding | undefined {
  const found = COMMANDS.find((c) => c.pattern.test(normalise(saying)));
  return found && { ok: true, command: found.command, says: found.says };
}

/** Closing is an entry like any other: with what nobody saw, or refused with why. */
function closing(job: Job): Understanding {
  const draft = closingDraft(job);
  const refusal = refusalOf(job, draft);
  return refusal ? refuse(refusalSays(job.machine, refusal)) : { ok: true, drafts: [draft], says: entrySays(job.machine, draft) };
}

function understandAll(sayings: readonly string[], { machine, vocabulary, job, controls }: Context): Understanding {
  const drafts: Draft[] = [];
  const warnings: string[] = [];
  let state: JobState = job;
  for (const saying of sayings) {
    if (commandIn(saying) || CLOSE.test(normalise(saying))) return refuse(`“${saying}” must stand alone`);
    const { safety, panelsOff, preference } = state;
    const taken = take(saying, { machine, vocabulary, power: safety.power, panelsOff, preference, ...(controls && { controls }) });
    if (!taken.ok) return refuse(taken.message);
    const refusal = refusalOf(state, taken.draft);
    if (refusal) return refuse(refusalSays(machine, refusal));
    const draft = draftInCircumstances(taken.draft, state);
    drafts.push(draft);
    const warning = warningSays(state, draft);
    if (warning !== undefined) warnings.push(warning);
    state = stateAfter(state, draft, NOT_MADE_YET);
  }
  const says = drafts.map((d) => entrySays(machine, d)).join(" · ");
  return { ok: true, drafts, says, ...(warnings.length > 0 && { warns: warnings.join(" ") }) };
}

/** An entry that is only being typed has no id yet, and leaves no trace. */
const NOT_MADE_YET = { id: "", at: "", by: "", findMachine: () => undefined };

type Take = { readonly ok: true; readonly draft: Draft } | { readonly ok: false; readonly message: string };

function take(saying: string, typing: EntryTyping): Take {
  for (const { kind, typed } of ENTRY_KINDS) {
    const taken = typed(saying, typing);
    if (taken) return taken.ok ? { ok: true, draft: { kind, body: taken.taken } as Draft } : taken;
  }
  const reading = typedReading(saying, typing);
  return reading.ok ? { ok: true, draft: { kind: "finding", body: reading.taken } } : reading;
}
