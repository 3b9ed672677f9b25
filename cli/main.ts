import { BadInput } from "./bad-input";
import { type Command, USAGE } from "./usage";

/** Each command loads only what it needs. */
const COMMANDS: Record<Command, () => Promise<{ run: (args: string[]) => Promise<void> | void }>> = {
  demo: () => import("./commands/demo"),
  test: () => import("./commands/test"),
  help: () => import("./commands/help"),
  probe: () => import("./commands/probe"),
  physics: () => import("./commands/physics"),
  cycle: () => import("./commands/cycle"),
  log: () => import("./commands/log"),
  plan: () => import("./commands/plan"),
  way: () => import("./commands/way"),
  plug: () => import("./commands/plug"),
  check: () => import("./commands/check"),
  say: () => import("./commands/say"),
  diagnose: () => import("./commands/diagnose"),
  "first-steps": () => import("./commands/first-steps"),
  rehearse: () => import("./commands/rehearse"),
  bench: () => import("./commands/bench"),
  schema: () => import("./commands/schema"),
  backup: () => import("./commands/backup"),
  restore: () => import("./commands/restore"),
  verify: () => import("./commands/verify"),
  tables: () => import("./commands/tables"),
  key: () => import("./commands/key"),
};

const [name = "", ...args] = process.argv.slice(2);
const command = name in USAGE ? COMMANDS[name as Command] : undefined;
if (!command) {
  console.error(`yennic: “${name}” is not a command; expected one of ${Object.keys(USAGE).join(", ")}`);
  process.exit(2);
}
try {
  await (await command()).run(args);
} catch (error) {
  if (!(error instanceof BadInput)) throw error;
  console.error(`yennic ${name}: ${error.message}`);
  process.exit(2);
}
