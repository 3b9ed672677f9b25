import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/**/*.test.ts"],
    exclude: ["tests/e2e/**"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // Files of one worker share their modules, and with them what the suspects of a machine were worked out to: most of the time went into that.
    isolate: false,
    // One for each processor; the default leaves one idle.
    maxWorkers: "100%",
  },
});
