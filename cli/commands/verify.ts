import { existsSync } from "node:fs";
import { resolve } from "node:path";
import { verifiedFile } from "../../src/server/backup";
import { dataFolder } from "../../src/server/database";
import { databaseFile } from "../../src/server/database/folder";
import { BadInput } from "../bad-input";
import { sayProgress } from "../progress";

/** Follows the journal's chain of hashes, of the data folder or of a backup, and names the first entry that does not fit. */
export async function run([name]: string[]): Promise<void> {
  const file = name === undefined ? databaseFile(dataFolder()) : resolve(name);
  if (!existsSync(file)) throw new BadInput(`${file}: there is no such file`);
  const { entries, head } = await verifiedFile(file, sayProgress()).catch((error: unknown) => {
    throw new BadInput(`${file}: ${error instanceof Error ? error.message : error}`);
  });
  console.log(`${entries} entries, files, machines and the list: all fit; head ${head.hash}`);
}
