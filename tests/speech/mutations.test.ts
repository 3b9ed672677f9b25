import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { expect, test } from "vitest";
import { randomFrom } from "../../src/core/practice/random";
import { gistOf } from "../../src/core/speech/gist";
import { hear } from "../../src/core/speech/hear/hear";
import { shipped } from "../job-of";
import { type Accepted, judge } from "./judge";

const MACHINES: Readonly<Record<string, string>> = {
  e27: "orrinshaw-e27",
  g14: "kelvane-g14",
  v45e: "brisk-tolley-v45e",
  v45g: "brisk-tolley-v45g",
  c7: "kelvane-c7",
};
const COUNT = Number(process.env.MUTATIONS ?? 4000);
const ACTS = ["power", "gas", "water", "discharged", "leak", "fitted", "putright", "close", "prove", "undo"];
const LETTERS = "abcdefghijklmnopqrstuvwxyz";

type Draw = () => number;
const pick = <T>(list: readonly T[], draw: Draw): T => list[Math.floor(draw() * list.length)] as T;

/** One letter of one word of five letters and more: left out, doubled, wrong, or changed over with the next. */
function typo(line: string, draw: Draw): string {
  const words = [...line.matchAll(/[A-Za-z]{5,}/g)];
  if (words.length === 0) return line;
  const word = pick(words, draw);
  const at = word.index + 1 + Math.floor(draw() * (word[0].length - 2));
  const [a, b, c] = [line.slice(0, at), line[at] ?? "", line.slice(at + 1)];
  return pick([a + c, a + b + b + c, a + pick([...LETTERS], draw) + c, a + (c[0] ?? "") + b + c.slice(1)], draw);
}

const UNITS: readonly (readonly [RegExp, readonly string[]])[] = [
  [/(\d) ?(?:Ω|ohms?)\b/i, ["$1Ω", "$1 ohm", "$1ohms", "$1 Ohms", "$1R"]],
  [/(\d) ?(?:V|volts?)\b/i, ["$1V", "$1 volts", "$1v", "$1 VAC"]],
  [/(\d) ?(?:A|amps?)\b/, ["$1A", "$1 amps", "$1amp"]],
  [/(\d) ?k\b/i, ["$1k", "$1 k", "$1kohm", "$1 kΩ"]],
  [/(\d) ?s(?:ec|econds?)?\b/i, ["$1 s", "$1s", "$1 sec", "$1 seconds"]],
];

function units(line: string, draw: Draw): string {
  const fitting = UNITS.filter(([pattern]) => pattern.test(line));
  if (fitting.length === 0) return line;
  const [pattern, forms] = pick(fitting, draw);
  return line.replace(pattern, pick(forms, draw));
}

/** “element 10.4”, “10.4 element”: a place and a value in either order. */
function order(line: string): string {
  const found = /^([a-z][a-z -]{3,24}) (OL|[\d.]+ ?(?:k|Ω|ohms?|V|A)?)$/i.exec(line);
  return found ? `${found[2]} ${found[1]}` : line;
}

const MUTATORS: readonly (readonly [string, (line: string, draw: Draw) => string])[] = [
  ["case", (l, draw) => pick([l.toUpperCase(), l.toLowerCase(), l.replace(/\b[a-z]/g, (c) => c.toUpperCase())], draw)],
  ["spaces", (l) => `  ${l.replaceAll(" ", "   ")} `],
  ["typo", typo],
  ["units", units],
  ["order", order],
];

test(`${COUNT} mutated lines: none throws, nearly all keep their meaning, and no slip becomes an act of safety or fitting`, () => {
  const draw = randomFrom(20261125);
  const rows = ["open-examples.jsonl", "muttered.jsonl"].flatMap((file) =>
    readFileSync(resolve(import.meta.dirname, "lines", file), "utf8")
      .split("\n")
      .filter((l) => l !== "")
      .map((l) => JSON.parse(l) as Accepted),
  );
  const told = (line: string, id: string) => {
    const machine = shipped(MACHINES[id] ?? id);
    const heard = hear(line, machine);
    const gists = (list: typeof heard.meanings) => list.map((m) => gistOf(m, machine));
    return {
      status: heard.status,
      gists: heard.status === "note" ? ["note"] : gists(heard.meanings),
      guesses: heard.guesses.map((g) => gists(g)),
    };
  };
  const verbs = (gists: readonly string[]) => new Set(gists.map((g) => g.split(" ")[0] ?? ""));
  const counts = new Map<string, { all: number; kept: number }>();
  const acts: string[] = [];
  const lost: string[] = [];
  for (let i = 0; i < COUNT; i++) {
    const row = pick(rows, draw);
    const [name, mutate] = pick(MUTATORS, draw);
    const line = mutate(row.line, draw);
    if (line === row.line) continue;
    // Upper case takes the milli from the mega, and single letters their case: those are other lines.
    if (name === "case" && /\d ?m\b|\d ?M\b/.test(row.line)) continue;
    const plain = told(row.line, row.machine);
    const answer = told(line, row.machine);
    const before = judge(plain, row.any);
    if (before !== "right") continue;
    const kept = judge(answer, row.any) === "right" || JSON.stringify(answer.gists) === JSON.stringify(plain.gists);
    const c = counts.get(name) ?? { all: 0, kept: 0 };
    counts.set(name, { all: c.all + 1, kept: c.kept + (kept ? 1 : 0) });
    if (!kept) lost.push(`${name}: ${row.machine} “${line}”: ${answer.gists.join("; ")}`);
    const may = verbs([...plain.gists, ...row.any.flat()]);
    if (answer.status === "understood" && [...verbs(answer.gists)].some((v) => ACTS.includes(v) && !may.has(v)))
      acts.push(`“${line}”: ${answer.gists.join("; ")}`);
  }
  const all = [...counts.values()].reduce((n, c) => n + c.all, 0);
  const kept = [...counts.values()].reduce((n, c) => n + c.kept, 0);
  if (process.env.MUTATIONS)
    console.log(
      [...counts].map(([n, c]) => `${n} ${c.kept} of ${c.all}`).join(", "),
      `kept ${((100 * kept) / all).toFixed(1)} %`,
      lost.slice(0, 60).join("\n"),
    );
  expect(acts).toEqual([]);
  expect(all).toBeGreaterThan(COUNT / 3);
  expect(kept / all, lost.slice(0, 40).join("\n")).toBeGreaterThanOrEqual(0.95);
}, 120_000);
