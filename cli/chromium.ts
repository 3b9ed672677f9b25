import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";

/** Chromium without a window, which needs a fifth less of the processor than the whole browser. */
const SHELL = "/usr/bin/chromium-headless-shell";

export const CHROMIUM = process.env.YENNIC_CHROMIUM ?? SHELL;

/** Debian's Chromium, through apt, when it is not there. */
export function ensureChromium(): void {
  if (existsSync(CHROMIUM)) return;
  console.error("yennic: installing Chromium through apt (a minute or two)");
  const sudo = process.getuid?.() === 0 ? [] : ["sudo", "-n"];
  for (const args of [
    ["apt-get", "update", "-q"],
    ["apt-get", "install", "-y", "-q", "--no-install-recommends", "chromium-headless-shell"],
  ]) {
    const [program, ...rest] = [...sudo, ...args] as [string, ...string[]];
    const { status } = spawnSync(program, rest, { stdio: ["ignore", 2, 2], env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } });
    if (status !== 0) {
      console.error(`yennic: “${args.join(" ")}” failed: install Chromium by hand, or name one in YENNIC_CHROMIUM`);
      process.exit(1);
    }
  }
}
