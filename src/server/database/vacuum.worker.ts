import { parentPort, workerData } from "node:worker_threads";
import { createClient } from "@libsql/client";

/** Writes a consistent copy of a database while others write to it. In a thread of its own: it takes as long as it takes. */
const { from, to } = workerData as { from: string; to: string };
const client = createClient({ url: `file:${from}`, timeout: 10_000 });
await client.execute({ sql: "VACUUM INTO ?", args: [to] });
client.close();
parentPort?.postMessage("done");
