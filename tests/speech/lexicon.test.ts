import { expect, test } from "vitest";
import { SIGHTS } from "../../src/core/model/sights/sights";
import { lexiconOf } from "../../src/core/speech/hear/lexicon";
import { normal } from "../../src/core/speech/hear/tokens";
import { formsOf } from "../../src/core/speech/lexicon/forms";
import { ASSEMBLY_NAMES, CONTROL_NAMES, ID_NAMES, PANEL_NAMES, POSITION_NAMES, STATE_PHRASES } from "../../src/core/speech/lexicon/parts";
import { SIGHT_WORDS } from "../../src/core/speech/lexicon/sights";
import { SUBJECTS } from "../../src/core/speech/lexicon/subjects";
import { WORDS } from "../../src/core/speech/lexicon/words";
import { MACHINES } from "../../src/machines";

const phrases = (list: string): string[] => list.split(",").map((p) => p.trim());
const bare = (phrase: string): string => phrase.replace(/^~/, "");
const LISTS: readonly (readonly [string, string])[] = [
  ...Object.entries(WORDS),
  ...Object.entries(SUBJECTS),
  ...SIGHT_WORDS.map((row) => [`${row.sight} ${row.yes ?? "–"}/${row.no ?? "–"}`, row.words] as const),
  ...Object.entries(ID_NAMES),
  ...Object.entries(ASSEMBLY_NAMES),
  ...Object.entries(PANEL_NAMES),
  ...Object.entries(CONTROL_NAMES),
  ...Object.entries(POSITION_NAMES),
];

test("every phrase is written as a line is read: lower case, no marks, no empty places", () => {
  const odd = LISTS.flatMap(([name, list]) =>
    phrases(list)
      .filter((p) => p === "" || normal(bare(p)) !== bare(p))
      .map((p) => `${name}: “${p}”`),
  );
  expect(odd).toEqual([]);
});

test("every sight that words tell is one, with an answer that it has, of things that have names", () => {
  const wrong = SIGHT_WORDS.filter(({ sight, yes, no, of }) => {
    const answers = SIGHTS.find((s) => s.id === sight)?.answers.map((a) => a.value);
    return !answers || [yes, no].some((v) => v !== undefined && !answers.includes(v)) || of.some((s) => !(s in SUBJECTS));
  });
  expect(wrong).toEqual([]);
});

test("no phrase says both answers of one sight of the same thing", () => {
  const said = new Map<string, string>();
  const torn: string[] = [];
  for (const { sight, yes, of, words } of SIGHT_WORDS)
    for (const phrase of phrases(words))
      for (const subject of of) {
        if (yes === undefined) continue;
        const key = `${sight} of ${subject}: ${bare(phrase)}`;
        const before = said.get(key);
        if (before !== undefined && before !== yes) torn.push(`${key}: ${before} and ${yes}`);
        said.set(key, yes);
      }
  expect(torn).toEqual([]);
});

test("every act has a form that says it is done", () => {
  const acts = [
    "fit",
    "clean",
    "empty",
    "reset",
    "remake",
    "putRight",
    "takeOff",
    "putOn",
    "disconnect",
    "reconnect",
    "discharge",
  ] as const;
  const verbs = acts.flatMap((tag) => phrases(WORDS[tag]).flatMap((p) => (p.startsWith("~") ? [bare(p).split(" ")[0] ?? ""] : [])));
  expect(verbs.filter((v) => !formsOf(v).some(([, form]) => form === "done"))).toEqual([]);
});

test("what is said to stand somewhere can stand there on some machine", () => {
  const lost = STATE_PHRASES.filter(
    (s) => !MACHINES.some((m) => m.controls.some((c) => c.id === s.control && c.positions.some((p) => p.id === s.position))),
  );
  expect(lost.map((s) => `${s.control} ${s.position}`)).toEqual([]);
});

test.each(MACHINES.map((m) => [m.id, m] as const))("%s: every part by its own name is that part and no other", (_, machine) => {
  const lexicon = lexiconOf(machine);
  const wrong = machine.parts.filter((part) => {
    const ids = lexicon.senses(normal(part.name)).flatMap((s) => (s.is === "part" ? [s.id] : []));
    return !ids.includes(part.id) || ids.some((id) => normal(machine.parts.find((p) => p.id === id)?.name ?? "") !== normal(part.name));
  });
  expect(wrong.map((p) => p.name)).toEqual([]);
});
