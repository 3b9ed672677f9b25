import { spawnSync } from "node:child_process";
import { existsSync, readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { BadInput } from "./bad-input";

const root = process.env.YENNIC_ROOT ?? process.cwd();

/** Builds the application when a source is newer than the build. Throws {@link BadInput} when it fails. */
export function buildIfNeeded(): void {
  if (isBuilt()) return;
  console.error("yennic: building the application (a minute)");
  const { status, stdout, stderr } = spawnSync("npx", ["astro", "build"], {
    cwd: root,
    encoding: "utf8",
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: "1" },
  });
  if (status !== 0) throw new BadInput(`the build failed:\n${stdout}\n${stderr}`);
}

/** True where the build is newer than every source. */
export function isBuilt(): boolean {
  const built = join(root, "dist/server/entry.mjs");
  const sources = ["src", "public"].map((f) => newest(join(root, f)));
  for (const file of ["astro.config.mjs", "package-lock.json", "tsconfig.json"]) sources.push(statSync(join(root, file)).mtimeMs);
  return existsSync(built) && statSync(built).mtimeMs > Math.max(...sources);
}

function newest(folder: string): number {
  return Math.max(
    statSync(folder).mtimeMs,
    ...readdirSync(folder, { withFileTypes: true }).map((e) =>
      e.isDirectory() ? newest(join(folder, e.name)) : statSync(join(folder, e.name)).mtimeMs,
    ),
  );
}
