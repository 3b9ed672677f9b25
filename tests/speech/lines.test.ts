import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { expect, test } from "vitest";
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

const linesOf = (file: string): Accepted[] =>
  readFileSync(resolve(import.meta.dirname, "lines", file), "utf8")
    .split("\n")
    .filter((l) => l !== "")
    .map((l) => JSON.parse(l) as Accepted);

/** Holds what technicians mutter, and what may come out. */
test.each(["open-examples.jsonl", "muttered.jsonl"])("%s: nearly all are understood, none is taken for what it is not", (file) => {
  const rows = linesOf(file).map((row) => {
    const machine = shipped(MACHINES[row.machine] ?? row.machine);
    const heard = hear(row.line, machine);
    const gists = (list: typeof heard.meanings) => list.map((m) => gistOf(m, machine));
    const answer = {
      status: heard.status,
      gists: heard.status === "note" ? ["note"] : gists(heard.meanings),
      guesses: heard.guesses.map((g) => gists(g)),
    };
    return { row, answer, verdict: judge(answer, row.any) };
  });
  const told = (v: string) =>
    rows.filter((r) => r.verdict === v).map((r) => `${r.row.machine} “${r.row.line}”: ${r.answer.gists.join("; ")}`);
  expect(rows.length).toBeGreaterThan(100);
  expect(told("wrong"), "recorded what was not said").toEqual([]);
  expect(rows.filter((r) => r.verdict === "right").length / rows.length, told("missed").join("\n")).toBeGreaterThanOrEqual(0.95);
});
