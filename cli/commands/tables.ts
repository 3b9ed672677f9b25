import { existsSync, mkdirSync, renameSync, writeFileSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { gzipSync } from "node:zlib";
import { revisionOf } from "../../src/core/model/machine/revision";
import { tableOf } from "../../src/core/reason/planning/tests/table";
import { bytesOfTable } from "../../src/core/reason/planning/tests/table-bytes";
import { MACHINES } from "../../src/machines";
import { readShard } from "../shard";
import { makeTables, tableFile, tablesFolder } from "../tables";

/** `tables`: makes the tables of the machines that ship, as far as they are missing. `tables FOLDER k/n`: those of every n-th of them from the k-th on, there. `tables --names`: their file names. */
export async function run([folder, shard = "0/1"]: string[]): Promise<void> {
  if (folder === "--names") return console.log(JSON.stringify(MACHINES.map((m) => `${revisionOf(m)}.table`)));
  if (!folder) return makeTables(tablesFolder(), (made, of) => console.error(`yennic: tables of predictions: ${made} of ${of}`));
  const isOurs = readShard(shard);
  endWithParent();
  mkdirSync(folder, { recursive: true });
  MACHINES.forEach((machine, i) => {
    const file = tableFile(folder, revisionOf(machine));
    if (!isOurs(i) || existsSync(file)) return;
    // Others may look for it while it is being written.
    writeFileSync(`${file}.${process.pid}`, gzipSync(bytesOfTable(tableOf(machine)), { level: 9 }));
    renameSync(`${file}.${process.pid}`, file);
  });
}

/** A table takes minutes, in which nothing else of this process runs: a thread looks whether whoever asked for it is still there. */
function endWithParent(): void {
  const look = `const { ppid, pid } = process; setInterval(() => process.ppid === ppid || process.kill(pid), 500)`;
  new Worker(look, { eval: true }).unref();
}
