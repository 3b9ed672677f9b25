import { statSync } from "node:fs";
import { createServer, type RequestListener } from "node:http";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { firstAnswers } from "../../src/server/answers/first-answers";
import { backUpDaily } from "../../src/server/backup";
import { dataFolder, openDatabase, projectRoot } from "../../src/server/database";
import { databaseFile, folderProblem, markFolder } from "../../src/server/database/folder";
import { StorageError, storageErrorOf } from "../../src/server/database/storage-error";
import { keyOf, renewKey } from "../../src/server/gate/access-key";
import { hostsOf, isLoopback } from "../../src/server/gate/gate";
import { webServer } from "../../src/server/gate/serve";
import { journalOf } from "../../src/server/journal/keep-journal";
import { unpackInThread } from "../../src/server/journal/unpack";
import { quickCheck } from "../../src/server/journal/verify";
import { BadInput } from "../bad-input";
import { buildIfNeeded } from "../build";
import { loadDemo } from "../demo-data";
import { ownedFolder } from "../own-folder";
import { makeTables, tablesFolder } from "../tables";

/** Pages and endpoints as they were built; the last is what they get from this server. */
type Pages = (...args: [...Parameters<RequestListener>, next: undefined, locals: App.Locals]) => void;

/** Builds if needed, loads the demo jobs into an empty database, serves, prints the address. `--empty` leaves the jobs out. */
export async function run(args: string[]): Promise<void> {
  const port = Number(process.env.YENNIC_PORT ?? 4310);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new BadInput(`YENNIC_PORT is “${process.env.YENNIC_PORT}”; expected a port from 1 to 65535`);
  const host = process.env.YENNIC_HOST ?? "127.0.0.1";
  buildIfNeeded();
  const keep = backupsToKeep();
  const folder = ownedFolder(dataFolder());
  await ensureFree(host, port);
  await prepare(folder, args);
  process.env.NODE_ENV = "production";
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => process.exit(0));
  const built = (await import(pathToFileURL(join(projectRoot(), "dist/server/entry.mjs")).href)) as { handler: Pages };
  const gate = { hosts: hostsOf(host, process.env.YENNIC_HOSTS), keyIn: folder, always: !isLoopback(host) };
  const files = join(projectRoot(), "dist/client");
  const tables = tablesFolder();
  const answers = firstAnswers(tables);
  const server = webServer({
    gate,
    files,
    tables,
    application: (req, res) => built.handler(req, res, undefined, { firstAnswers: answers, unpack: unpackInThread }),
  });
  await new Promise<void>((resolve) => server.listen(port, host, resolve));
  console.log(
    `Yennic is at http://${["0.0.0.0", "::"].includes(host) ? "127.0.0.1" : host}:${port}/  (data in ${folder}; stop with Ctrl-C)`,
  );
  void makeTables(tables, (made, of) =>
    console.error(
      `yennic: predictions made for ${made} of ${of} machines${made < of ? "; those to come take a moment longer to open" : ""}`,
    ),
  );
  // The first page of a job takes the longest: it is asked for before anybody does.
  void fetch(`http://${["0.0.0.0", "::"].includes(host) ? "127.0.0.1" : host}:${port}/jobs/none/intake`).catch(() => undefined);
  if (gate.always || process.env.YENNIC_HOSTS) sayKey(folder);
  if (process.env.YENNIC_DB === undefined) backUpDaily(folder, keep);
}

/** Opens the database once, looks whether it is sound, and fills it if it is new. Throws {@link BadInput} where it can't be used. */
async function prepare(folder: string, args: readonly string[]): Promise<void> {
  const own = process.env.YENNIC_DB === undefined;
  const problem = own ? folderProblem(folder) : undefined;
  if (problem !== undefined) throw new BadInput(problem);
  try {
    const db = await openDatabase();
    const wrong = args.includes("--unverified") ? undefined : await quickCheck(db.$client, own ? statSync(databaseFile(folder)).size : 0);
    if (wrong !== undefined)
      throw new BadInput(
        `the database in ${folder} is not sound: ${wrong}. Restore a backup (./yennic restore FILE), or start with --unverified`,
      );
    if (!args.includes("--empty")) await loadDemo(db);
    if (own) markFolder(folder, journalOf(db).id);
    db.$client.close();
  } catch (error) {
    const told = storageErrorOf(error);
    if (told instanceof StorageError) throw new BadInput(`the database in ${folder}: ${told.message}`);
    throw error;
  }
}

/** `YENNIC_BACKUPS`: how many daily backups are kept; 0: none are made. */
function backupsToKeep(): number {
  const keep = Number(process.env.YENNIC_BACKUPS ?? 7);
  if (Number.isInteger(keep) && keep >= 0 && keep <= 1000) return keep;
  throw new BadInput(`YENNIC_BACKUPS is “${process.env.YENNIC_BACKUPS}”; expected how many daily backups to keep, from 0 to 1000`);
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
