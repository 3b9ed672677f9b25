import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { gunzipSync } from "node:zlib";
import type { Machine } from "../src/core/model/machine/format";
import { revisionOf } from "../src/core/model/machine/revision";
import { Predictor } from "../src/core/model/prediction/predictor";
import { SuspectSet } from "../src/core/reason/diagnosis/suspect-set";
import { TestCatalogue } from "../src/core/reason/planning/tests/catalogue";
import { type Table, withTable } from "../src/core/reason/planning/tests/table";
import { tableOfBytes } from "../src/core/reason/planning/tests/table-bytes";
import { MACHINES } from "../src/machines";

const root = process.env.YENNIC_ROOT ?? process.cwd();
const ALL = join(root, ".yennic/tables");
/** Holds what a table is worked out by: when none of it changed, the table is good. */
const RESTS_ON = ["src/core/model", "src/core/record", "src/core/reason", "src/machines"];
/** Tables are made by so many processes. */
const HANDS = 2;
/** Says how often it is looked how many there are, ms. */
const LOOK_MS = 500;

/** Where the tables of predictions of this program lie, a file a revision. Those of other programs are taken away. */
export function tablesFolder(): string {
  const hash = createHash("sha256");
  for (const file of RESTS_ON.flatMap((f) => filesBelow(join(root, f)))) hash.update(relative(root, file)).update(readFileSync(file));
  const key = hash.digest("hex").slice(0, 16);
  const folder = join(ALL, key);
  mkdirSync(folder, { recursive: true });
  for (const other of readdirSync(ALL)) if (other !== key) rmSync(join(ALL, other), { recursive: true, force: true });
  return folder;
}

const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((e) => (e.isDirectory() ? filesBelow(join(folder, e.name)) : [join(folder, e.name)]));

const revisions = MACHINES.map(revisionOf);
export const tableFile = (folder: string, revision: string): string => join(folder, `${revision}.table`);
const there = (folder: string): number => revisions.filter((r) => existsSync(tableFile(folder, r))).length;

/** Makes the tables of the machines that ship, as far as they are missing, in processes that give way to others. `told` hears how many of how many are there. */
export async function makeTables(folder: string, told: (made: number, of: number) => void): Promise<void> {
  let last = there(folder);
  if (last === revisions.length) return;
  told(last, revisions.length);
  const look = setInterval(() => {
    const now = there(folder);
    if (now !== last) told(now, revisions.length);
    last = now;
  }, LOOK_MS);
  await Promise.all(Array.from({ length: HANDS }, (_, k) => made(folder, `${k}/${HANDS}`)));
  clearInterval(look);
  if (last !== revisions.length) told(there(folder), revisions.length);
}

function made(folder: string, shard: string): Promise<void> {
  return new Promise((resolve) => {
    const args = ["-n", "10", process.execPath, join(root, "cli/run.mjs"), "tables", folder, shard];
    const child = spawn("nice", args, { cwd: root, stdio: ["ignore", "ignore", "inherit"] });
    process.once("exit", () => child.kill());
    child.on("error", (error) => {
      console.error(`yennic: the tables were not made: ${error.message}`);
      resolve();
    });
    child.on("close", () => resolve());
  });
}

/** A machine with its suspects and tests. */
export interface Prepared {
  readonly suspects: SuspectSet;
  readonly catalogue: TestCatalogue;
}

const tables = new Map<string, Table | undefined>();

/** The table that is here already; `undefined`: there is none, and all is worked out. */
function keptTable(machine: Machine): Table | undefined {
  const revision = revisionOf(machine);
  if (!tables.has(revision)) {
    const file = tableFile(tablesFolder(), revision);
    const plain = existsSync(file) ? gunzipSync(readFileSync(file)) : undefined;
    tables.set(revision, plain && tableOfBytes(plain.buffer.slice(plain.byteOffset, plain.byteOffset + plain.byteLength)));
  }
  return tables.get(revision);
}

/** All suspects of a machine, pairs too. */
export function prepared(machine: Machine): Prepared {
  const table = keptTable(machine);
  const made = table && withTable(table);
  if (made) return made;
  const suspects = new SuspectSet(new Predictor(machine));
  return { suspects, catalogue: new TestCatalogue(suspects) };
}

/** Its suspects without pairs: a quarter of them. */
export function preparedSingles(machine: Machine): Prepared {
  const { runs } = keptTable(machine) ?? { runs: new Map() };
  const suspects = new SuspectSet(new Predictor(machine, { runs, list: [], ohms: () => undefined }), { pairs: false });
  return { suspects, catalogue: new TestCatalogue(suspects) };
}
