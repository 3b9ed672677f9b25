import { defineConfig } from "@playwright/test";
import { CHROMIUM } from "./cli/chromium";

/** Which of two ways a journey goes: another one each run. */
process.env.YENNIC_SEED ??= String(Math.floor(Math.random() * 1000));

export default defineConfig({
  testDir: "tests/e2e",
  globalSetup: "./tests/e2e/support/build.ts",
  // They end what hangs; a machine whose processor is lent to others may be several times slower for minutes.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  workers: 2,
  forbidOnly: true,
  outputDir: "test-results/browser",
  use: {
    // Each page begins on an empty browser, where it would compile the whole application for a visit that never comes; those that go offline, and whole repairs, have it.
    serviceWorkers: "block",
    // What can’t be touched is said by its own name, not as a test that took too long.
    actionTimeout: 40_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--no-first-run",
        "--disable-quic",
      ],
    },
  },
});
