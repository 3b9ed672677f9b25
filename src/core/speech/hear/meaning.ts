import type { Finding } from "../../record/finding/finding";
import type { Draft } from "../../record/job/kinds/index";

/** Questions that are answered in place. `expect`, `read`: what a part should read, and what it did read. */
export type Asked =
  | { readonly ask: "next" | "why" | "left" | "stage" | "cost" | "parts" | "safe" | "off" }
  | { readonly ask: "expect" | "read" | "where"; readonly part: string };

export type Command = "undo" | "close" | "prove";

/** One choice of a doubt: by what it differs, and what it comes to. */
export interface Choice {
  readonly differs: string;
  readonly draft: Draft;
}

/** One thing that a line says. */
export type Meaning =
  | { readonly is: "entry"; readonly draft: Draft }
  | { readonly is: "command"; readonly command: Command }
  | { readonly is: "question"; readonly asked: Asked }
  | { readonly is: "doubt"; readonly choices: readonly Choice[] };

export const entry = (draft: Draft): Meaning => ({ is: "entry", draft });

/** The most that one doubt offers. */
const MOST_CHOICES = 4;

/** The only choice is what is meant; of several it asks. `undefined` where there is none. */
export function oneOf(choices: readonly Choice[]): Meaning | undefined {
  const [first] = choices;
  if (!first) return undefined;
  return choices.length === 1 ? entry(first.draft) : { is: "doubt", choices: choices.slice(0, MOST_CHOICES) };
}

/** Gives what was found, where it says that something was found. */
export const findingIn = (m: Meaning | undefined): Finding | undefined =>
  m?.is === "entry" && m.draft.kind === "finding" ? m.draft.body : undefined;

/** Gives what was seen of the machine as a whole, where it says so. */
export function sightIn(m: Meaning | undefined): Extract<Finding, { kind: "sight" }> | undefined {
  const found = findingIn(m);
  return found?.kind === "sight" ? found : undefined;
}

/** Holds what a line comes to, before anybody looks at what the job allows. */
export interface Heard {
  readonly status: "understood" | "note" | "unclear";
  readonly meanings: readonly Meaning[];
  /** Whole readings that it may have been, the likeliest first; at most four. */
  readonly guesses: readonly (readonly Meaning[])[];
  /** Some of it was not understood, and is kept as words. */
  readonly rest: boolean;
}
