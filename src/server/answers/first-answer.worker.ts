import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { parentPort, workerData } from "node:worker_threads";
import { gunzipSync } from "node:zlib";
import { firstAnswer } from "../../core/reason/planning/propose";
import { withTable } from "../../core/reason/planning/tests/table";
import { tableOfBytes } from "../../core/reason/planning/tests/table-bytes";
import type { Job } from "../../core/record/job/fold";
import type { FirstQuestion } from "./first-answers";

/** Tables take some 20 MB each: those of the machines that were asked for last are kept. */
const MOST_TABLES = 4;

const { tables } = workerData as { tables: string };
const known = new Map<string, ReturnType<typeof withTable>>();

parentPort?.on("message", ({ turn, revision, job }: FirstQuestion) => {
  answer(revision, job)
    .catch((error: unknown) => console.error(error))
    .then((answer) => parentPort?.postMessage({ turn, ...(answer && { answer }) }));
});

async function answer(revision: string, job: Job) {
  const engine = await engineOf(revision);
  return engine && firstAnswer(engine.suspects, engine.catalogue, { ...job, machine: engine.suspects.predictor.machine });
}

/** `undefined`: a machine that did not ship has no table here. */
async function engineOf(revision: string): Promise<ReturnType<typeof withTable>> {
  const engine = known.get(revision) ?? (await read(revision));
  if (!engine) return undefined;
  known.delete(revision);
  known.set(revision, engine);
  for (const oldest of [...known.keys()].slice(0, -MOST_TABLES)) known.delete(oldest);
  return engine;
}

async function read(revision: string): Promise<ReturnType<typeof withTable>> {
  const packed = await readFile(join(tables, `${revision}.table`)).catch(() => undefined);
  if (!packed) return undefined;
  const plain = gunzipSync(packed);
  return withTable(tableOfBytes(plain.buffer.slice(plain.byteOffset, plain.byteOffset + plain.byteLength)));
}
