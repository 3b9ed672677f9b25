import { createServer } from "node:net";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { dataFolder, openDatabase, projectRoot } from "../src/server/database";
import { BadInput } from "./bad-input";
import { buildIfNeeded } from "./build";
import { loadDemo } from "./demo-data";
import { ownFolder } from "./lock";

/** Builds if needed, loads the demo jobs into an empty database, serves, prints the address. `--empty` leaves the jobs out. */
export async function run(args: string[]): Promise<void> {
  const port = Number(process.env.YENNIC_PORT ?? 4310);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new BadInput(`YENNIC_PORT is “${process.env.YENNIC_PORT}”; expected a port from 1 to 65535`);
  const host = process.env.YENNIC_HOST ?? "127.0.0.1";
  buildIfNeeded();
  ownFolder(dataFolder());
  await ensureFree(host, port);
  const db = await openDatabase();
  if (!args.includes("--empty")) await loadDemo(db);
  db.$client.close();
  process.env.HOST = host;
  process.env.PORT = String(port);
  process.env.NODE_ENV = "production";
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => process.exit(0));
  await import(pathToFileURL(join(projectRoot(), "dist/server/entry.mjs")).href);
  console.log(`Yennic is at http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}/  (data in ${dataFolder()}; stop with Ctrl-C)`);
}

function ensureFree(host: string, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const trial = createServer();
    trial.once("error", () => reject(new BadInput(`port ${port} on ${host} is taken; set YENNIC_PORT to another`)));
    trial.listen(port, host, () => trial.close(() => resolve()));
  });
}
