import { parentPort, workerData } from "node:worker_threads";
import { unpackBundle } from "../../core/record/bundle/bundle";

/** Unpacks a job's file and looks it through, in a thread of its own: others go on meanwhile. */
const result = unpackBundle((workerData as { zip: Uint8Array }).zip);
const buffers = result.ok ? result.bundle.files.map((f) => f.bytes.buffer as ArrayBuffer) : [];
parentPort?.postMessage(result, [...new Set(buffers)]);
