import { spawn } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { isBuilt } from "../build";
import { ensureChromium } from "../chromium";
import { makeTables, tablesFolder } from "../tables";

const root = process.env.YENNIC_ROOT ?? process.cwd();
const REPORTS = join(root, "test-results");
/** The compiler written for speed; the pages need the one before it. */
const TSC = join(root, "node_modules/typescript-7/bin/tsc");

interface Tally {
  passed: number;
  failed: number;
}

/** Every check that CI runs: format and lint, types, core and server tests, then a real browser. Ends with `N passed, N failed`. */
export async function run(): Promise<void> {
  ensureChromium();
  rmSync(REPORTS, { recursive: true, force: true });
  const total: Tally = { passed: 0, failed: 0 };
  const count = (t: Tally) => {
    total.passed += t.passed;
    total.failed += t.failed;
  };
  const began = performance.now();
  const stage = (name: string) => console.log(`${name} done after ${Math.round((performance.now() - began) / 1000)} s`);
  // The build and the tables take a processor each: what needs little goes beside them.
  const tables = makeTables(tablesFolder(), () => undefined);
  const build = check("build", ["npx", "astro", "build"], !isBuilt());
  count(await check("format and lint", ["npx", "biome", "check", "."]));
  count(await check("types", [TSC, "--noEmit"]));
  count(await build);
  count(
    await check("types of the pages", ["npx", "astro", "check", "--minimumFailingSeverity", "error", "--tsconfig", "tsconfig.pages.json"]),
  );
  await tables;
  stage("build, types and tables");
  const unit = join(REPORTS, "unit.json");
  const unitStatus = await spawned(["npx", "vitest", "run", "--reporter=default", "--reporter=json", `--outputFile.json=${unit}`]);
  count(
    tallyOf(unitStatus, unit, (r) => ({
      passed: r.numPassedTests,
      failed: r.numFailedTests + (r.numFailedTestSuites > 0 && r.numFailedTests === 0 ? r.numFailedTestSuites : 0),
    })),
  );
  stage("unit tests");
  const e2e = join(REPORTS, "e2e.json");
  const e2eStatus = await spawned(["npx", "playwright", "test", "--reporter=list,json"], { PLAYWRIGHT_JSON_OUTPUT_NAME: e2e });
  count(tallyOf(e2eStatus, e2e, (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected })));
  stage("browser tests");
  console.log(`${total.passed} passed, ${total.failed} failed`);
  process.exit(total.failed === 0 ? 0 : 1);
}

async function check(name: string, command: string[], isWanted = true): Promise<Tally> {
  const status = isWanted ? await spawned(command) : 0;
  console.log(`${status === 0 ? "ok" : "FAILED"}: ${name}`);
  return status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 };
}

/** A runner that dies without a report is a failure; so is one that ran nothing. */
// biome-ignore lint/suspicious/noExplicitAny: two runners' own report shapes, read at one place
function tallyOf(status: number, file: string, read: (report: any) => Tally): Tally {
  if (!existsSync(file)) return { passed: 0, failed: 1 };
  const tally = read(JSON.parse(readFileSync(file, "utf8")));
  const silent = tally.passed + tally.failed === 0 || (status !== 0 && tally.failed === 0);
  return silent ? { ...tally, failed: tally.failed + 1 } : tally;
}

function spawned([program = "", ...args]: string[], env: Record<string, string> = {}): Promise<number> {
  return new Promise((resolve) => {
    const child = spawn(program, args, {
      cwd: root,
      stdio: ["ignore", "inherit", "inherit"],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: "1", ...env },
    });
    child.on("close", (code) => resolve(code ?? 1));
  });
}
