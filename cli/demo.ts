import { chmodSync, mkdirSync } from "node:fs";
import { createServer, type RequestListener } from "node:http";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { keyOf, renewKey } from "../src/server/access-key";
import { dataFolder, openDatabase, projectRoot } from "../src/server/database";
import { hostsOf, isLoopback } from "../src/server/gate";
import { webServer } from "../src/server/serve";
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
  const folder = ownedFolder();
  await ensureFree(host, port);
  const db = await openDatabase();
  if (!args.includes("--empty")) await loadDemo(db);
  db.$client.close();
  const keyIn = isLoopback(host) ? undefined : folder;
  process.env.NODE_ENV = "production";
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => process.exit(0));
  const built = (await import(pathToFileURL(join(projectRoot(), "dist/server/entry.mjs")).href)) as { handler: RequestListener };
  const gate = { hosts: hostsOf(host, process.env.YENNIC_HOSTS), keyIn };
  const server = webServer({ gate, files: join(projectRoot(), "dist/client"), application: built.handler });
  await new Promise<void>((resolve) => server.listen(port, host, resolve));
  console.log(
    `Yennic is at http://${["0.0.0.0", "::"].includes(host) ? "127.0.0.1" : host}:${port}/  (data in ${folder}; stop with Ctrl-C)`,
  );
  if (keyIn !== undefined) sayKey(keyIn);
}

/** The data folder, for this process and its user alone. */
function ownedFolder(): string {
  process.umask(0o077);
  const folder = dataFolder();
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
  ownFolder(folder);
  return folder;
}

function sayKey(folder: string): void {
  if (keyOf(folder) !== undefined) console.log("Others need the access key: ./yennic key shows it, ./yennic key --renew makes a new one.");
  else console.log(`Others need the access key, once in each browser: ${renewKey(folder)}`);
}

function ensureFree(host: string, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const trial = createServer();
    trial.once("error", () => reject(new BadInput(`port ${port} on ${host} is taken; set YENNIC_PORT to another`)));
    trial.listen(port, host, () => trial.close(() => resolve()));
  });
}
