import { isWallPoint, type Machine, type Part } from "../machine/format";
import { windingsOf } from "../machine/metering";
import { windingSays } from "./names";

/** Something with a name on this machine that a line can speak of. */
export type Named =
  | { readonly kind: "part"; readonly id: string; readonly name: string; readonly terminals?: readonly [number, number] }
  | { readonly kind: "point"; readonly id: string; readonly name: string }
  | { readonly kind: "panel"; readonly id: string; readonly name: string };

/** Lower case, and every run of other characters one space: “Cut-off” and “cut off” are the same. */
export const normalise = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9.Ω]+/g, " ")
    .trim();

const squeeze = (text: string): string => normalise(text).replace(/ /g, "");

export interface Vocabulary {
  /** By squeezed name; the first that claims a name keeps it. */
  readonly words: ReadonlyMap<string, Named>;
  /** Names as offered for completion. */
  readonly offers: readonly { readonly text: string; readonly named: Named }[];
}

/** All names of a machine: test points first (they are exact), then parts by their full names, then by label, id and alias, then panels. */
export function vocabularyOf(machine: Machine): Vocabulary {
  const words = new Map<string, Named>();
  const offers: { text: string; named: Named }[] = [];
  const claim = (text: string, named: Named) => {
    const key = squeeze(text);
    if (key !== "" && !words.has(key)) words.set(key, named);
  };
  for (const t of machine.testPoints) claim(t.id, { kind: "point", id: t.net, name: t.id });
  const partNamed = ({ id, name }: Part): Named => ({ kind: "part", id, name });
  for (const part of machine.parts) claim(part.name, partNamed(part));
  for (const part of machine.parts) for (const text of [part.label, part.id]) claim(text, partNamed(part));
  for (const part of machine.parts) {
    const named = partNamed(part);
    offers.push({ text: part.label.toLowerCase(), named });
    for (const w of motorWindings(part)) {
      claim(w.text, w.named);
      offers.push(w);
    }
  }
  for (const part of machine.parts) for (const alias of part.aliases) claim(alias, partNamed(part));
  for (const t of machine.testPoints) {
    const named: Named = { kind: "point", id: t.net, name: t.id };
    for (const text of [t.name, ...t.aliases]) claim(text, named);
    offers.push({ text: isWallPoint(machine, t.net) ? (t.aliases[0] ?? t.id.toLowerCase()) : t.id.toLowerCase(), named });
  }
  for (const p of machine.panels) {
    const named: Named = { kind: "panel", id: p.id, name: p.name };
    claim(p.name, named);
    claim(p.id, named);
    offers.push({ text: p.name, named });
  }
  return { words, offers };
}

function motorWindings(part: Part): { text: string; named: Named }[] {
  if (part.kind !== "motor") return [];
  return windingsOf(part).map((w) => ({
    text: `${w.is} winding`,
    named: { kind: "part", id: part.id, name: windingSays(part, w), terminals: w.terminals },
  }));
}

/** Longest name at the head of `tokens`, with how many tokens it took. */
export function takeName(vocabulary: Vocabulary, tokens: readonly string[]): { named: Named; used: number } | undefined {
  for (let used = Math.min(5, tokens.length); used > 0; used--) {
    const named = vocabulary.words.get(squeeze(tokens.slice(0, used).join(" ")));
    if (named) return { named, used };
  }
  return undefined;
}
