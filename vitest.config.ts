import { defineConfig, type Plugin } from "vitest/config";

/**
 * Names that a module imports become constants of its own. The test runner reads each through a getter at every use, which makes the core
 * more than twice as slow as in the program; nothing here reassigns what it exports, and no module imports itself by way of another.
 */
const ownNames: Plugin = {
  name: "own-names",
  enforce: "post",
  transform: (code, id) =>
    /\/(src|cli|tests)\/[^?]*\.ts$/.test(id)
      ? code.replaceAll(/^import \{([^}]*)\} from ("[^"]+");$/gm, (_, names: string, from: string, at: number) => {
          const all = `own_${at}`;
          return `import * as ${all} from ${from}; const {${names.replaceAll(" as ", ": ")}} = ${all};`;
        })
      : undefined,
};

/** Where what is random begins, and whose turn it is: another one each run. */
process.env.YENNIC_SEED ??= String(Math.floor(Math.random() * 1000));
console.log(`unit tests take turns, and draw, by YENNIC_SEED=${process.env.YENNIC_SEED}`);

export default defineConfig({
  plugins: [ownNames],
  test: {
    include: ["tests/**/*.test.{ts,tsx}"],
    exclude: ["tests/e2e/**"],
    setupFiles: ["tests/seed.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // Files of one worker share their modules, and with them what the suspects of a machine were worked out to: most of the time went into that.
    isolate: false,
    // One for each processor; the default leaves one idle.
    maxWorkers: "100%",
  },
});
