import { dataFolder } from "../../src/server/database";
import { keyOf, renewKey } from "../../src/server/gate/access-key";

/** Shows the access key of the data folder, the first one made now; `--renew` makes a new one, which ends the access of every browser that has the old. */
export function run(args: string[]): void {
  const folder = dataFolder();
  console.log((args.includes("--renew") ? undefined : keyOf(folder)) ?? renewKey(folder));
}
