import { BadInput } from "./bad-input";

/** Each command loads only what it needs. */
const COMMANDS: Record<string, () => Promise<{ run: (args: string[]) => Promise<void> | void }>> = {
  demo: () => import("./demo"),
  test: () => import("./test"),
  probe: () => import("./probe"),
  physics: () => import("./physics"),
  cycle: () => import("./cycle"),
  log: () => import("./log"),
  plan: () => import("./plan"),
  way: () => import("./way"),
  plug: () => import("./plug"),
  check: () => import("./check"),
  say: () => import("./say"),
  diagnose: () => import("./diagnose"),
  "first-steps": () => import("./first-steps"),
  rehearse: () => import("./rehearse"),
  bench: () => import("./bench"),
  schema: () => import("./schema"),
  backup: () => import("./backup"),
  restore: () => import("./restore"),
  verify: () => import("./verify"),
  tables: () => import("./tables"),
  key: () => import("./key"),
};

const [name = "", ...args] = process.argv.slice(2);
const command = COMMANDS[name];
if (!command) {
  console.error(`yennic: “${name}” is not a command; expected one of ${Object.keys(COMMANDS).join(", ")}`);
  process.exit(2);
}
try {
  await (await command()).run(args);
} catch (error) {
  if (!(error instanceof BadInput)) throw error;
  console.error(`yennic ${name}: ${error.message}`);
  process.exit(2);
}
