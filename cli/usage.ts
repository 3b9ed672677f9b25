/** A command as it is called, and what it does. */
interface Usage {
  readonly call: string;
  readonly does: string;
}

/** Every command, in the order in which it is told; `./yennic help` prints it, docs/cli.md is made of it. */
export const USAGE = {
  demo: [
    {
      call: "demo [--empty] [--unverified]",
      does: "Install, build, load the demo jobs into an empty database, serve. Prints the address.",
    },
  ],
  test: [{ call: "test", does: "Run every check that CI runs. Ends with “N passed, N failed”." }],
  help: [{ call: "help [--markdown]", does: "This list." }],
  say: [
    {
      call: "say MACHINE [--job ENTRIES.jsonl] [LINES.txt|-]",
      does: "What each line means: status, facts, guesses. A JSON object a line.",
    },
  ],
  diagnose: [
    {
      call: "diagnose MACHINE ENTRIES.jsonl",
      does: "Suspects with shares and evidence, the share outside the model, the next step, as JSON.",
    },
    {
      call: "diagnose --lines",
      does: '{"machine","entries"} a line on standard input, an answer a line. A bad request is answered with {"error"}.',
    },
  ],
  check: [{ call: "check MACHINE.json ...", does: "All that is wrong with a machine file, and what it lacks. Its good machine is run." }],
  "first-steps": [{ call: "first-steps", does: "What it would do first, for every machine and complaint (docs/first-steps.md)." }],
  rehearse: [
    {
      call: "rehearse [--world near|far|foreign] [--machine M] [--fault F] [--seed S] [--jobs N] [--strategy planner|fixed-order|usual-part] [--json]",
      does: "Play whole jobs with a hidden fault, the same jobs with each strategy.",
    },
  ],
  plug: [
    { call: "plug MACHINE TOUCHED.json [READINGS.json]", does: "The plug check: which resistances to read. With readings, what they say." },
  ],
  way: [
    {
      call: "way PROBLEM.json ...",
      does: "The least minutes in which parts are reached with one opening: what comes off, in which order, by which way.",
    },
  ],
  plan: [
    { call: "plan [--lookahead] PROBLEM.json ...", does: "A policy for each abstract troubleshooting problem, exact or by lookahead." },
  ],
  probe: [{ call: "probe DECK.cir ...", does: "Read the rows of NAME.readings.csv beside each deck off its circuit." }],
  physics: [{ call: "physics FILE.json", does: 'Each formula of a file of {"rows":[{"formula","input"}...]}, with “got” beside it.' }],
  log: [{ call: "log FILE.csv ...", does: "A logging meter's export: unit, readings, refused lines (why: on standard error)." }],
  cycle: [{ call: "cycle FILE.csv ...", does: "Exhaust temperatures over time: when the heat went off and on, means of the extremes." }],
  bench: [{ call: "bench [NAME]", does: "Figures with their baselines, as JSON lines." }],
  schema: [{ call: "schema entry|machine|job", does: "The published formats (also in docs/)." }],
  tables: [{ call: "tables", does: "Make the tables of predictions of the machines that ship, as far as they are missing." }],
  backup: [{ call: "backup FILE", does: "One consistent file, also while the server runs." }],
  restore: [{ call: "restore FILE", does: "Put a backup in place, with the server stopped. What was there is kept aside." }],
  verify: [{ call: "verify [FILE]", does: "Follow the journal's chain of hashes. Names the first entry that does not fit." }],
  key: [{ call: "key [--renew]", does: "The access key for browsers on other machines." }],
} as const satisfies Record<string, readonly Usage[]>;

export type Command = keyof typeof USAGE;

const lines = (): Usage[] => Object.values(USAGE).flat();

/** For a terminal. */
export const usageText = (): string =>
  lines()
    .map(({ call, does }) => `  ./yennic ${call}\n      ${does}`)
    .join("\n");

/** For docs/cli.md. */
export const usageMarkdown = (): string =>
  `# Command line\n\nWritten by \`./yennic help --markdown\`. Bad input ends with status 2 and one line that names the file, line or path.\n\n${lines()
    .map(({ call, does }) => `- \`./yennic ${call}\`\n  ${does}`)
    .join("\n")}\n`;
