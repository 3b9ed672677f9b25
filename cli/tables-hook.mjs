import { execFile } from "node:child_process";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";

const run = promisify(execFile);
const COMMAND = fileURLToPath(new URL("./run.mjs", import.meta.url));
/** Tables are made by so many processes. */
const HANDS = 2;

/** After the application is built: the tables of predictions of the machines that ship, beside its other files. */
export function tables() {
  return {
    name: "tables",
    hooks: {
      "astro:build:done": async ({ dir }) => {
        const folder = join(fileURLToPath(dir), "tables");
        const made = (k) => run(process.execPath, [COMMAND, "tables", folder, `${k}/${HANDS}`]);
        await Promise.all(Array.from({ length: HANDS }, (_, k) => made(k)));
      },
    },
  };
}
