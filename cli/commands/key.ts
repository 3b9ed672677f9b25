import { dataFolder } from "../../src/server/database";
import { keyOf, renewKey } from "../../src/server/gate/access-key";
import { BadInput } from "../bad-input";

/** Shows the access key of the data folder; `--renew` makes a new one, which ends the access of every browser that has the old. */
export function run(args: string[]): void {
  const folder = dataFolder();
  const key = args.includes("--renew") ? renewKey(folder) : keyOf(folder);
  if (key === undefined)
    throw new BadInput(`${folder} holds no access key: one is made at the first start that listens beyond this machine (YENNIC_HOST)`);
  console.log(key);
}
