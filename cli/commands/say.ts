import { readFileSync } from "node:fs";
import type { Machine } from "../../src/core/model/machine/format";
import { checkEntry } from "../../src/core/record/job/entry";
import { foldJob, type Job } from "../../src/core/record/job/fold";
import { gistOf } from "../../src/core/speech/gist";
import { hear } from "../../src/core/speech/hear/hear";
import type { Meaning } from "../../src/core/speech/hear/meaning";
import { COMMAND_SAYS, understand } from "../../src/core/speech/understand";
import { entrySays } from "../../src/core/speech/words/entries";
import { MACHINES } from "../../src/machines";
import { BadInput } from "../bad-input";

/** Gives what a line was understood as, one JSON object a line. */
export function run(args: string[]): void {
  const { machine, job, lines } = readArguments(args);
  const out = lines.map((line) => JSON.stringify(answer(line, machine, job)));
  if (out.length > 0) process.stdout.write(`${out.join("\n")}\n`);
}

interface Answer {
  readonly line: string;
  readonly status: "understood" | "note" | "unclear" | "blocked";
  readonly gists: readonly string[];
  readonly says: string;
  readonly guesses: readonly { readonly gists: readonly string[]; readonly says: string }[];
}

function answer(line: string, machine: Machine, job: Job | undefined): Answer {
  const heard = hear(line, machine);
  const gists = (meanings: readonly Meaning[]) => [...new Set(meanings.map((m) => gistOf(m, machine)))];
  const says = (meanings: readonly Meaning[]) => meanings.map((m) => meaningSays(m, machine)).join(" · ");
  const guesses = heard.guesses.map((g) => ({ gists: gists(g), says: says(g) }));
  if (heard.status === "note") return { line, status: "note", gists: ["note"], says: "Saved as a note", guesses };
  const told = { line, gists: gists(heard.meanings), guesses: heard.status === "unclear" ? guesses : [] };
  if (heard.status === "unclear") return { ...told, status: "unclear", says: `Which: ${guesses.map((g) => g.says).join(", or ")}?` };
  if (!job) return { ...told, status: "understood", says: says(heard.meanings) };
  const understood = understand(line, { machine, job });
  return { ...told, status: understood.is === "blocked" ? "blocked" : "understood", says: understood.says };
}

function meaningSays(m: Meaning, machine: Machine): string {
  if (m.is === "entry") return entrySays(machine, m.draft);
  if (m.is === "doubt") return m.choices.map((c) => entrySays(machine, c.draft)).join(" or ");
  return m.is === "command" ? COMMAND_SAYS[m.command] : `Asked: ${m.asked.ask}`;
}

function readArguments(args: string[]): { machine: Machine; job: Job | undefined; lines: string[] } {
  const [id, ...rest] = args;
  const machine = MACHINES.find((m) => m.id === id);
  if (!machine)
    throw new BadInput(
      `${id === undefined ? "no machine was given" : `“${id}” is not a machine`}; expected say MACHINE [--job ENTRIES.jsonl] [LINES.txt|-], MACHINE one of ${MACHINES.map((m) => m.id).join(", ")}`,
    );
  const at = rest.indexOf("--job");
  const entries = at < 0 ? undefined : rest[at + 1];
  if (at >= 0 && entries === undefined) throw new BadInput("--job wants a file of entries, one JSON object a line");
  const files = at < 0 ? rest : [...rest.slice(0, at), ...rest.slice(at + 2)];
  if (files.length > 1) throw new BadInput(`expected one file of lines, got ${files.length}: ${files.join(", ")}`);
  const lines = read(files[0] ?? "-").split(/\r?\n/);
  if (lines.at(-1) === "") lines.pop();
  return { machine, job: entries === undefined ? undefined : jobFrom(entries, machine), lines };
}

function jobFrom(file: string, machine: Machine): Job {
  const kept = read(file)
    .split(/\r?\n/)
    .flatMap((text, i) => {
      if (text.trim() === "") return [];
      const parsed = parse(text, `${file} line ${i + 1}`);
      const entry = checkEntry(parsed);
      if (!entry.ok)
        throw new BadInput(`${file} line ${i + 1}: ${entry.error.issues[0]?.path.join(".")}: ${entry.error.issues[0]?.message}`);
      return [entry.kept];
    });
  return { ...foldJob("say", kept, () => machine), machine };
}

function parse(text: string, where: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new BadInput(`${where}: expected one JSON object a line, got “${text.slice(0, 40)}”`);
  }
}

function read(file: string): string {
  try {
    return readFileSync(file === "-" ? 0 : file, "utf8");
  } catch (error) {
    throw new BadInput(`can't read ${file === "-" ? "standard input" : file}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
