import { existsSync } from "node:fs";
import { resolve } from "node:path";
import { restore } from "../../src/server/backup";
import { dataFolder } from "../../src/server/database";
import { BadInput } from "../bad-input";
import { ownedFolder } from "../own-folder";
import { sayProgress } from "../progress";

/** Puts a backup in the place of the data folder's database; the server must be stopped. What was there is kept beside the backups. */
export async function run([name]: string[]): Promise<void> {
  if (name === undefined) throw new BadInput("no file was named; expected ./yennic restore FILE");
  const file = resolve(name);
  if (!existsSync(file)) throw new BadInput(`${file}: there is no such file`);
  const folder = ownedFolder(dataFolder());
  const { entries, head, aside } = await restore(folder, file, sayProgress()).catch((error: unknown) => {
    throw new BadInput(`${file} was not restored, and ${folder} is as it was: ${error instanceof Error ? error.message : error}`);
  });
  console.log(`${folder}: ${entries} entries, all fit; head ${head.hash}${aside ? `; what was there is in ${aside}` : ""}`);
  process.exit(0);
}
