import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { revisionOf } from "../../src/core/model/machine/revision";
import { tableOf } from "../../src/core/reason/planning/tests/table";
import { bytesOfTable } from "../../src/core/reason/planning/tests/table-bytes";
import { MACHINES } from "../../src/machines";
import { BadInput } from "../bad-input";
import { readShard } from "../shard";

/** `tables FOLDER [k/n]`: the tables of the machines that ship, a file a revision; or of every n-th of them from the k-th on. */
export function run([folder, shard = "0/1"]: string[]): void {
  if (!folder) throw new BadInput("no folder was given; expected where the tables go, such as dist/client/tables");
  const isOurs = readShard(shard);
  mkdirSync(folder, { recursive: true });
  MACHINES.forEach((machine, i) => {
    if (isOurs(i)) writeFileSync(join(folder, `${revisionOf(machine)}.table`), gzipSync(bytesOfTable(tableOf(machine)), { level: 9 }));
  });
}
