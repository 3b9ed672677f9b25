import { v7 } from "uuid";
import { Predictor } from "../src/core/diagnosis/predict";
import { type Bench, benchOf } from "../src/core/diagnosis/rank";
import { understand } from "../src/core/entry/understand";
import { vocabularyOf } from "../src/core/entry/vocabulary";
import type { Draft, Entry } from "../src/core/job/entry";
import { foldJob, type Job } from "../src/core/job/fold";
import type { Machine } from "../src/core/machine/schema";

/** The job that comes of typing these lines (or making these entries) on a machine. */
export function jobOf(machine: Machine, lines: readonly (string | Draft)[]): Job {
  const vocabulary = vocabularyOf(machine);
  const entries: Entry[] = [];
  const fold = () => foldJob("j", entries, () => machine);
  const add = (draft: Draft) => entries.push({ id: v7(), job: "j", at: "2026-11-24T10:00:00Z", by: "T", ...draft } as Entry);
  add({ kind: "opened", body: { customer: "C", place: "P", liveTests: false } });
  add({ kind: "machine", body: { machine: machine.id } });
  for (const line of lines) {
    if (typeof line !== "string") {
      add(line);
      continue;
    }
    const u = understand(line, { machine, vocabulary, job: fold() });
    if (!u.ok || !("drafts" in u)) throw new Error(`${line}: ${u.ok ? "a command" : u.message}`);
    u.drafts.forEach(add);
  }
  return fold();
}

const benches = new Map<string, Bench>();

/** One bench a machine for all tests of a file: what it remembers is the same for all. Without pairs, which take the longest, unless asked. */
export function benchFor(machine: Machine, pairs = false): Bench {
  const key = `${machine.id} ${pairs}`;
  let bench = benches.get(key);
  if (!bench) {
    bench = benchOf(new Predictor(machine), { pairs });
    benches.set(key, bench);
  }
  return bench;
}
