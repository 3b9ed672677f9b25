import { Worker } from "node:worker_threads";
import type { BundleResult } from "../../core/record/bundle/bundle";

/** Unpacks a job's file and looks it through. */
export type Unpack = (zip: Uint8Array) => Promise<BundleResult>;

/** JSON and text of such a file may take so much, MB. */
const HEAP_MB = 128;

/** The same in a thread of its own, which ends with it: a file that asks for too much takes nothing else down. */
export const unpackInThread: Unpack = (given) =>
  new Promise((resolve) => {
    // A small one may share its memory with others.
    const zip = given.byteLength === given.buffer.byteLength ? given : new Uint8Array(given);
    const worker = new Worker(new URL("./unpack.worker.mjs", import.meta.url), {
      workerData: { zip },
      transferList: [zip.buffer as ArrayBuffer],
      resourceLimits: { maxOldGenerationSizeMb: HEAP_MB },
    });
    worker.once("message", resolve);
    worker.once("error", (error) => resolve({ ok: false, problem: `it takes more than ${HEAP_MB} MB to read (${error.message})` }));
  });
