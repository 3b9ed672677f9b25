import { existsSync } from "node:fs";
import { resolve } from "node:path";
import { backUp } from "../../src/server/backup";
import { dataFolder } from "../../src/server/database";
import { databaseFile } from "../../src/server/database/folder";
import { BadInput } from "../bad-input";
import { sayProgress } from "../progress";

/** Writes one consistent file of the whole journal, whether or not the server runs. */
export async function run([name]: string[]): Promise<void> {
  if (name === undefined) throw new BadInput("no file was named; expected ./yennic backup FILE");
  const file = resolve(name);
  const folder = dataFolder();
  if (existsSync(file)) throw new BadInput(`${file} is there already: nothing was written. Name another file`);
  if (!existsSync(databaseFile(folder))) throw new BadInput(`${folder} holds no database; name the data folder in YENNIC_DATA`);
  const { entries, head } = await backUp(folder, file, sayProgress()).catch((error: unknown) => {
    throw new BadInput(`${file} was not written: ${error instanceof Error ? error.message : error}`);
  });
  console.log(`${file}: ${entries} entries, all fit; head ${head.hash}`);
}
