import { dequal } from "dequal";
import type { Sort } from "../../model/machine/cabinet";
import { isWallPoint, type Machine, type Part } from "../../model/machine/format";
import { windingsOf } from "../../model/machine/metering";
import { kindOf } from "../../model/machine/parts/index";
import { FILLER, LOOSE, STRANGE } from "../lexicon/filler";
import { type Form, formsOf } from "../lexicon/forms";
import {
  ASSEMBLY_NAMES,
  CONTROL_NAMES,
  ID_NAMES,
  PANEL_NAMES,
  PIECE_NAMES,
  POSITION_NAMES,
  SAME_WORDS,
  STATE_PHRASES,
  WINDING_NAMES,
  wordsOfPart,
} from "../lexicon/parts";
import { SIGHT_WORDS } from "../lexicon/sights";
import { SUBJECTS, type Subject } from "../lexicon/subjects";
import { WORDS, type WordTag } from "../lexicon/words";
import type { Sense } from "./senses";
import { Spelling } from "./spelling";
import { normal } from "./tokens";

/** Things that come off under names that mean more than that: a belt that is “off” may have slipped. */
const SAID_OTHERWISE: readonly Sort[] = ["belt", "drum", "machine"];

/** All that words may mean: the trade's, and on a machine its own names besides. */
export interface Lexicon {
  /** Gives what a phrase means; its words parted by single spaces. */
  readonly senses: (phrase: string) => readonly Sense[];
  readonly longest: number;
  /** Parts that have this word in their name. */
  readonly partsWith: (word: string) => ReadonlySet<string> | undefined;
  /** A word that names end with. */
  readonly isHead: (word: string) => boolean;
  readonly isFiller: (word: string) => boolean;
  readonly isLoose: (phrase: string) => boolean;
  readonly isKnown: (word: string) => boolean;
  readonly spelling: Spelling;
}

const phrasesIn = (list: string): string[] =>
  list
    .split(",")
    .map((p) => p.trim())
    .filter((p) => p !== "");

class Phrases {
  readonly map = new Map<string, Sense[]>();
  readonly words = new Set<string>();
  longest = 1;

  add(phrase: string, sense: Sense): void {
    const key = normal(phrase);
    if (key === "") return;
    const list = this.map.get(key);
    if (list) {
      if (!list.some((s) => dequal(s, sense))) list.push(sense);
    } else this.map.set(key, [sense]);
    const words = key.split(" ");
    this.longest = Math.max(this.longest, words.length);
    for (const w of words) this.words.add(w);
  }

  /** A list of phrases; `~` before one takes its first word in all its forms. */
  addAll(list: string, sense: (form?: Form) => Sense): void {
    for (const phrase of phrasesIn(list)) {
      if (!phrase.startsWith("~")) {
        this.add(phrase, sense(formIn(phrase)));
        continue;
      }
      const [verb = "", ...rest] = phrase.slice(1).split(" ");
      for (const [word, form] of formsOf(verb)) this.add([word, ...rest].join(" "), sense(form));
    }
  }
}

/** Phrases that are written out are told by their first word. */
const formIn = (phrase: string): Form | undefined => {
  const [first = ""] = phrase.split(" ");
  if (/ing$/.test(first) && !/thing$/.test(first) && first.length > 5) return "going";
  return /ed$|^(shut|took|undid|put|made|cut|set|reset)$/.test(first) ? "done" : undefined;
};

const setOf = (list: string): ReadonlySet<string> => new Set(phrasesIn(list).flatMap((p) => normal(p)));

const FILLER_WORDS = phrasesIn(FILLER).flatMap((p) => normal(p).split(" "));
const STRANGERS = new Set(phrasesIn(STRANGE).flatMap((p) => normal(p).split(" ")));
/** With all their forms: “tries” is no slip of “trips”. */
const FILLERS = new Set(FILLER_WORDS.flatMap((w) => (w.length > 2 ? formsOf(w).map(([form]) => form) : [w])));
const LOOSE_ONES = setOf(LOOSE);

function generalPhrases(): Phrases {
  const phrases = new Phrases();
  for (const [tag, list] of Object.entries(WORDS) as [WordTag, string][])
    phrases.addAll(list, (form) => ({ is: "word", tag, ...(form && { form }) }));
  for (const [of, list] of Object.entries(SUBJECTS) as [Subject, string][]) phrases.addAll(list, () => ({ is: "subject", of }));
  for (const row of SIGHT_WORDS) phrases.addAll(row.words, (form) => ({ is: "sight", row, ...(form && { form }) }));
  return phrases;
}

let generalOnes: Phrases | undefined;
/** Put together when a line is first read: a page that was just opened has something better to do. */
function general(): Phrases {
  generalOnes ??= generalPhrases();
  return generalOnes;
}

/** “clean”, at the end of a name or not, says how it is. */
const isJudging = (word: string): boolean => (general().map.get(word) ?? []).some((s) => s.is === "word" && s.tag === "eyeGood");

/** “filter clean”, among a part's names: a verdict on it. */
const isVerdict = (name: string): boolean => {
  const words = normal(name).split(" ");
  return words.length > 1 && isJudging(words.at(-1) ?? "");
};

function machinePhrases(machine: Machine): { phrases: Phrases; partWords: Map<string, Set<string>>; heads: Set<string> } {
  const phrases = new Phrases();
  const partWords = new Map<string, Set<string>>();
  const heads = new Set<string>();
  const named = (text: string, sense: Sense) => {
    phrases.add(text, sense);
    const last = normal(text).split(" ").at(-1);
    if (last && sense.is === "part" && !isJudging(last)) heads.add(last);
  };
  for (const part of machine.parts) {
    const sense: Sense = { is: "part", id: part.id };
    for (const name of namesOf(part)) if (!isVerdict(name)) named(name, sense);
    for (const word of new Set(normal(wordsOfPart(part)).split(" ").map(same))) {
      if (LOOSE_ONES.has(word)) continue;
      const having = partWords.get(word) ?? new Set();
      partWords.set(word, having.add(part.id));
    }
    if (part.kind === "motor") for (const w of windingNames(part)) named(w.text, w.sense);
  }
  for (const a of machine.assemblies)
    phrases.addAll(`${a.name}, ${a.id}, ${ASSEMBLY_NAMES[a.id] ?? ""}`, () => ({ is: "assembly", id: a.id }));
  for (const [id, list] of Object.entries(PIECE_NAMES)) phrases.addAll(list, () => ({ is: "piece", id }));
  for (const p of [...machine.panels.filter((x) => !SAID_OTHERWISE.includes(x.sort)), { id: "drum", name: "drum" }])
    phrases.addAll(`${p.name}, ${p.id}, ${PANEL_NAMES[p.id] ?? ""}`, () => ({ is: "panel", id: p.id }));
  for (const c of [...machine.controls.map((x) => x.id), "lock", "delay"])
    phrases.addAll(`${c}, ${CONTROL_NAMES[c] ?? ""}`, () => ({ is: "control", id: c }));
  const positions = new Set(machine.controls.flatMap((c) => c.positions.map((p) => p.id)));
  for (const id of [...positions, "on", "off"]) phrases.addAll(`${id}, ${POSITION_NAMES[id] ?? ""}`, () => ({ is: "position", id }));
  for (const c of machine.controls) for (const p of c.positions) phrases.add(p.name, { is: "position", id: p.id });
  for (const { control, position, words } of STATE_PHRASES)
    if (machine.controls.some((c) => c.id === control && c.positions.some((p) => p.id === position)))
      phrases.addAll(words, () => ({ is: "state", control, position }));
  ownNamesFirst(machine, phrases);
  addPoints(machine, phrases);
  return { phrases, partWords, heads };
}

/** A name that is one part's own in full means that part, whatever else is called so for short. */
function ownNamesFirst(machine: Machine, phrases: Phrases): void {
  for (const part of machine.parts) {
    const key = normal(part.name);
    const senses = phrases.map.get(key);
    if (!senses) continue;
    const owners = machine.parts.filter((p) => normal(p.name) === key).map((p) => p.id);
    phrases.map.set(
      key,
      senses.filter((s) => s.is !== "part" || owners.includes(s.id)),
    );
  }
}

const namesOf = (part: Part): string[] => [
  part.name,
  part.label,
  part.id,
  ...part.aliases,
  ...phrasesIn(kindOf(part).called),
  ...phrasesIn(ID_NAMES[part.id] ?? ""),
];

function windingNames(part: Part): { text: string; sense: Sense }[] {
  return windingsOf(part).flatMap((w) =>
    w.is === "whole"
      ? []
      : phrasesIn(WINDING_NAMES[w.is]).map((text) => ({ text, sense: { is: "part", id: part.id, terminals: w.terminals } as const })),
  );
}

function addPoints(machine: Machine, phrases: Phrases): void {
  const { legs, neutral, ground } = machine.supply;
  const nets = new Map<string, string[]>();
  for (const t of machine.testPoints) nets.set(t.net, [t.id, t.name]);
  for (const side of [...legs, neutral, ground]) for (const net of [side.wall, side.pin]) if (!nets.has(net)) nets.set(net, [net]);
  for (const [net, names] of nets) {
    if (net === machine.cabinet) continue;
    for (const name of names) phrases.add(name, { is: "point", net });
    const pin = /^([A-Z]+\d+)\.(\d+)$/.exec(net);
    if (!pin) continue;
    const [, plug = "", n = ""] = pin;
    for (const text of [`${plug} pin ${n}`, `${plug} ${n}`, `pin ${n} of ${plug}`, `plug ${plug} pin ${n}`])
      phrases.add(text, { is: "point", net });
    for (const text of [plug, `plug ${plug}`, `connector ${plug}`, `${plug} plug`, `${plug} connector`])
      phrases.add(text, { is: "plug", id: plug });
  }
  for (const leg of legs) {
    const n = leg.id.replace(/\D/g, "");
    const taken = machine.testPoints.some((t) => t.id === leg.id && !isWallPoint(machine, t.net));
    const names = [
      leg.id,
      ...(n === ""
        ? ["live", "hot", "line", "phase"]
        : [`leg ${n}`, `hot ${n}`, `line ${n}`, ...(n === "1" ? ["first leg"] : ["second leg"])]),
      ...(legs.length === 1 ? ["hot", "live", "line"] : []),
    ];
    if (!taken) for (const text of names) phrases.add(text, { is: "leg", leg: leg.id });
    phrases.add(`outlet ${leg.id}`, { is: "point", net: leg.wall });
    phrases.add(`plug ${leg.id}`, { is: "point", net: leg.pin });
  }
  phrases.add("outlet n", { is: "point", net: neutral.wall });
  phrases.add("outlet neutral", { is: "point", net: neutral.wall });
  phrases.add("plug n", { is: "point", net: neutral.pin });
  phrases.add("plug earth", { is: "point", net: ground.pin });
  phrases.add("outlet earth", { is: "point", net: ground.wall });
  phrases.add("outlet ground", { is: "point", net: ground.wall });
}

const same = (word: string): string => SAME_WORDS[word] ?? word;

const known = new WeakMap<Machine, Lexicon>();

/** The lexicon of a machine; made once. */
export function lexiconOf(machine: Machine): Lexicon {
  const before = known.get(machine);
  if (before) return before;
  const { phrases, partWords, heads } = machinePhrases(machine);
  const isKnown = (word: string) =>
    FILLERS.has(word) || STRANGERS.has(word) || general().words.has(word) || phrases.words.has(word) || partWords.has(same(word));
  const lexicon: Lexicon = {
    senses: (phrase) => {
      const [own, all] = [phrases.map.get(phrase), general().map.get(phrase)];
      return own && all ? [...own, ...all] : (own ?? all ?? NONE);
    },
    longest: Math.max(general().longest, phrases.longest),
    partsWith: (word) => partWords.get(same(word)),
    isHead: (word) => heads.has(word) || heads.has(same(word)),
    isFiller: (word) => FILLERS.has(word),
    isLoose: (phrase) => LOOSE_ONES.has(phrase),
    isKnown,
    spelling: new Spelling([...phrases.words, ...general().words, ...FILLERS, ...STRANGERS]),
  };
  known.set(machine, lexicon);
  return lexicon;
}

const NONE: readonly Sense[] = [];
