import bidiFactory from "bidi-js";

const bidi = bidiFactory();
/** Letters that are written from right to left, and marks that say so (Unicode Standard Annex #9). */
const RIGHT_TO_LEFT = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\u200f\u202b\u202e\u2067]/u;
const SPACE = /\s/;

/**
 * A line as it is drawn from left to right (Unicode Standard Annex #9): stretches in that order, each with its letters as they are read.
 * What is written from right to left comes word by word: a font's own layout turns the letters of a word, and no more.
 */
export function visualOrder(text: string): readonly string[] {
  if (!RIGHT_TO_LEFT.test(text)) return [text];
  const embedding = bidi.getEmbeddingLevels(text);
  const mirrored = bidi.getMirroredCharactersMap(text, embedding);
  const order = bidi.getReorderedIndices(text, embedding);
  const stretches: { text: string; last: number; step: number }[] = [];
  for (const at of order) {
    const letter = mirrored.get(at) ?? text[at] ?? "";
    const step = (embedding.levels[at] ?? 0) % 2 === 1 ? -1 : 1;
    const before = stretches.at(-1);
    const goesOn =
      before && before.step === step && before.last + step === at && !(step < 0 && (SPACE.test(letter) || SPACE.test(before.text)));
    if (!goesOn) stretches.push({ text: letter, last: at, step });
    else {
      before.text = step > 0 ? before.text + letter : letter + before.text;
      before.last = at;
    }
  }
  return stretches.map((s) => s.text);
}
