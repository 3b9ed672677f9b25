import { mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { lockSync } from "proper-lockfile";
import { BadInput } from "./bad-input";

/** A lock that was not renewed for so long is nobody's, even where its process can't be looked up. */
const STALE_MS = 10_000;

/**
 * One server process owns a data folder: two would each believe that their write queue is the only one.
 * Beside the lock stands which process took it and when that one started, so that the lock of a killed process is taken over at once,
 * and its number's next owner is not mistaken for it.
 */
export function ownFolder(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const lockfilePath = join(folder, "owner");
  const owner = join(folder, "owner.pid");
  const take = () => {
    lockSync(folder, { lockfilePath, stale: STALE_MS, onCompromised: (error) => fail(folder, error.message) });
    writeFileSync(owner, `${process.pid} ${startOf(process.pid) ?? ""}`);
  };
  try {
    take();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "ELOCKED") throw error;
    const pid = ownerIn(owner);
    if (pid === "unreadable" ? isRenewed(lockfilePath) : pid !== undefined)
      throw new BadInput(`the data folder ${folder} is in use by ${inWords(pid)}; stop it, or give this one another YENNIC_DATA`);
    rmSync(lockfilePath, { recursive: true, force: true });
    take();
  }
}

/** Somebody else took the lock while this process slept: going on would write beside it. */
function fail(folder: string, reason: string): void {
  console.error(`yennic: the data folder ${folder} is not this process's any more (${reason}); stopping`);
  process.exit(1);
}

/** The process that is written beside the lock, if it still is that process; unreadable when nothing legible is. */
function ownerIn(file: string): number | "unreadable" | undefined {
  const [pid = "", started] = readOr(file, "").trim().split(" ");
  if (!/^[1-9]\d*$/.test(pid)) return "unreadable";
  return isAlive(Number(pid)) && startOf(Number(pid)) === (started || undefined) ? Number(pid) : undefined;
}

const inWords = (pid: number | "unreadable" | undefined): string => (typeof pid === "number" ? `process ${pid}` : "another process");

/** Whoever holds a lock renews it every few seconds: waits until that happens, or the lock is nobody's. */
function isRenewed(lock: string): boolean {
  console.error("yennic: a lock without a readable owner; waiting to see whether it is still in use");
  const seen = mtimeOf(lock);
  for (let waited = 0; waited < STALE_MS; waited += 250) {
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 250);
    if (mtimeOf(lock) !== seen) return mtimeOf(lock) !== undefined;
  }
  return false;
}

const mtimeOf = (path: string): number | undefined => statSync(path, { throwIfNoEntry: false })?.mtimeMs;

function readOr(file: string, otherwise: string): string {
  try {
    return readFileSync(file, "utf8");
  } catch {
    return otherwise;
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** Start time of a process in clock ticks since boot, where the system tells (Linux). */
function startOf(pid: number): string | undefined {
  return readOr(`/proc/${pid}/stat`, "").split(") ")[1]?.split(" ")[19];
}
