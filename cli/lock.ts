import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from "node:fs";
import { join } from "node:path";
import { BadInput } from "./bad-input";

/**
 * One server process owns a data folder: two would each believe that their write queue is the only one.
 * The lock names the process and when it started, so that a lock left by a killed one is not mistaken for its number's next owner.
 */
export function ownFolder(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, "owner.lock");
  for (let round = 0; round < 2; round++) {
    try {
      const file = openSync(path, "wx");
      writeSync(file, `${process.pid} ${startOf(process.pid) ?? ""}`);
      closeSync(file);
      process.on("exit", () => rmSync(path, { force: true }));
      return;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
      const [pid, started] = readFileSync(path, "utf8").split(" ");
      if (startOf(Number(pid)) === (started || undefined) && isAlive(Number(pid))) {
        throw new BadInput(`the data folder ${folder} is in use by process ${pid}; stop it, or give this one another YENNIC_DATA`);
      }
      rmSync(path, { force: true });
    }
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
  try {
    return readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1]?.split(" ")[19];
  } catch {
    return undefined;
  }
}
