import {
  closeSync,
  createReadStream,
  createWriteStream,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from "node:fs";
import { dirname, join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { Worker } from "node:worker_threads";
import { type Client, createClient } from "@libsql/client";
import { millisecondsInDay } from "date-fns/constants";
import { backupsFolder, databaseFile, markFolder } from "./database/folder";
import { type Verified, verifyJournal } from "./journal/verify";
import { keptProblem } from "./journal/verify-kept";

/** Hears what is being done and how much of it is done, from 0 to 1. */
export type Told = (what: string, share: number) => void;

const POLL_MS = 200;

/** Writes a consistent copy of a folder's database, checks it, and puts it in place only then. Throws when it can't. */
export async function backUp(folder: string, file: string, told: Told = () => undefined): Promise<Extract<Verified, { ok: true }>> {
  const from = databaseFile(folder);
  const partial = `${file}.partial`;
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  rmSync(partial, { force: true });
  const whole = statSync(from).size;
  const timer = setInterval(() => told("copying", existsSync(partial) ? Math.min(0.99, statSync(partial).size / whole) : 0), POLL_MS);
  try {
    await copied(from, partial);
    told("copying", 1);
    const verified = await verifiedFile(partial, told);
    toDisk(partial);
    renameSync(partial, file);
    toDisk(dirname(file));
    return verified;
  } catch (error) {
    rmSync(partial, { force: true });
    throw error;
  } finally {
    clearInterval(timer);
  }
}

const copied = (from: string, to: string): Promise<void> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL("./vacuum.worker.mjs", import.meta.url), { workerData: { from, to } });
    worker.once("message", () => resolve());
    worker.once("error", reject);
    worker.once("exit", (code) => code !== 0 && reject(new Error(`the copy ended with ${code}`)));
  });

/** True where its journal has hashes: that of an earlier version has none. */
const isChained = async (client: Client): Promise<boolean> =>
  (await client.execute("select 1 from sqlite_master where name = 'about'")).rows.length > 0;

/** Looks a database through: journal, files, machines, list. Throws with the first thing that does not fit. */
export async function verifiedFile(file: string, told: Told = () => undefined): Promise<Extract<Verified, { ok: true }>> {
  const client = createClient({ url: `file:${file}` });
  try {
    if (!(await isChained(client)))
      throw new Error("it was written by an earlier version; start ./yennic demo on it once, which brings it up to date");
    const verified = await verifyJournal(client, { told: (done, of) => told("checking", done / of) });
    if (!verified.ok) throw new Error(`entry ${verified.seq}${verified.id ? ` (${verified.id})` : ""} does not fit: ${verified.why}`);
    const problem = await keptProblem(client);
    if (problem !== undefined) throw new Error(problem);
    return verified;
  } finally {
    client.close();
  }
}

/**
 * Puts a backup in the place of a folder's database, after looking it through; what was there is moved aside, not deleted.
 * Only for who owns the folder.
 */
export async function restore(
  folder: string,
  file: string,
  told: Told = () => undefined,
): Promise<Extract<Verified, { ok: true }> & { readonly aside?: string }> {
  const verified = await verifiedFile(file, told);
  const target = databaseFile(folder);
  const partial = `${target}.partial`;
  await copyWith(file, partial, (share) => told("copying", share));
  toDisk(partial);
  const aside = moveAside(folder);
  renameSync(partial, target);
  toDisk(folder);
  markFolder(folder, verified.journal);
  return { ...verified, ...(aside !== undefined && { aside }) };
}

async function copyWith(from: string, to: string, share: (done: number) => void): Promise<void> {
  const whole = statSync(from).size;
  let done = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _, next) {
      done += chunk.length;
      share(done / whole);
      next(null, chunk);
    },
  });
  await pipeline(createReadStream(from), counted, createWriteStream(to, { mode: 0o600 }));
}

function moveAside(folder: string): string | undefined {
  const target = databaseFile(folder);
  if (!existsSync(target)) return undefined;
  mkdirSync(backupsFolder(folder), { recursive: true, mode: 0o700 });
  const aside = join(backupsFolder(folder), `before-restore-${stamp(new Date())}.db`);
  // Whatever is not yet in the main file lies beside it, and goes with it.
  for (const end of ["-wal", "-shm"]) if (existsSync(target + end)) renameSync(target + end, aside + end);
  renameSync(target, aside);
  return aside;
}

const stamp = (at: Date): string => at.toISOString().slice(0, 19).replaceAll(":", "-");

function toDisk(path: string): void {
  const handle = openSync(path, "r");
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

const LOOK_MS = 10 * 60_000;
const DAILY = /^yennic-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)\.db$/;

/** When a daily backup was made, as its name says, in milliseconds since 1970. */
const madeAt = (name: string): number => Date.parse(name.replace(DAILY, "$1T$2:$3:$4Z"));

/** Backs a folder up once a day into its own backups and keeps the last so many. Returns what ends it. */
export function backUpDaily(folder: string, keep: number): () => void {
  if (keep === 0) return () => undefined;
  const look = () =>
    void dailyBackup(folder, keep).catch((error) => console.error("yennic: the daily backup failed:", (error as Error).message));
  const first = setTimeout(look, 20_000).unref();
  const timer = setInterval(look, LOOK_MS).unref();
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}

/** Makes today's backup if the last is a day old, and removes those over the number. Gives the file, if one was made. */
export async function dailyBackup(folder: string, keep: number, now = new Date(), write = backUp): Promise<string | undefined> {
  const backups = backupsFolder(folder);
  const kept = () =>
    existsSync(backups)
      ? readdirSync(backups)
          .filter((f) => DAILY.test(f))
          .toSorted()
      : [];
  const last = kept().at(-1);
  if (last !== undefined && now.getTime() - madeAt(last) < millisecondsInDay) return undefined;
  const file = join(backups, `yennic-${stamp(now)}.db`);
  await write(folder, file);
  for (const old of kept().slice(0, -keep)) rmSync(join(backups, old));
  return file;
}
