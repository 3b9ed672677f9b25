import type { Form } from "../lexicon/forms";
import type { SightRow } from "../lexicon/sights";
import type { Subject } from "../lexicon/subjects";
import type { WordTag } from "../lexicon/words";
import type { Amount } from "./amounts";

/** One thing that a word or phrase may mean. */
export type Sense =
  | { readonly is: "word"; readonly tag: WordTag; readonly form?: Form }
  | { readonly is: "subject"; readonly of: Subject }
  | { readonly is: "sight"; readonly row: SightRow; readonly form?: Form }
  | {
      readonly is: "part";
      readonly id: string;
      readonly terminals?: readonly [number, number] /** Only some words of its name. */;
      readonly partly?: true;
    }
  | { readonly is: "assembly"; readonly id: string }
  | { readonly is: "piece"; readonly id: string }
  | { readonly is: "panel"; readonly id: string }
  | { readonly is: "control"; readonly id: string }
  | { readonly is: "position"; readonly id: string }
  | { readonly is: "state"; readonly control: string; readonly position: string }
  | { readonly is: "point"; readonly net: string }
  /** A leg of the supply by its name, wherever it is met. */
  | { readonly is: "leg"; readonly leg: string }
  /** A plug by its name: all pins of J2. */
  | { readonly is: "plug"; readonly id: string };

/** A stretch of a saying with what it may mean: a phrase, an amount, or a word that nobody knows. */
export interface Chunk {
  readonly text: string;
  readonly raw: string;
  readonly senses: readonly Sense[];
  readonly amount?: Amount;
  /** Holds what its words do, in any form; and in a form that says that it is done. */
  readonly tags: ReadonlySet<WordTag>;
  readonly done: ReadonlySet<WordTag>;
  /** A letter was wrong and was put right; more than one word would have done. */
  readonly slip?: "sure" | "doubtful";
  /** It carries nothing. */
  readonly filler: boolean;
  /** Common words only, whatever else they may mean: left over, they cost little. */
  readonly common: boolean;
  /** It may stand beside an act. */
  readonly loose: boolean;
  /** Nobody knows it. */
  readonly unknown: boolean;
  /** Words that it is made of. */
  readonly size: number;
  /** A mark that may part sayings stands before it, in a saying that was read as one. */
  readonly parted?: true;
}
