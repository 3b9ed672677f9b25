// Bundles the command line and runs it. Bundled rather than loaded file by file: it starts faster, and the loader that
// would run TypeScript as it stands wraps every closure to keep its name, which doubles the time of the computing core.
// Whatever was bundled is run again as long as nothing below src/ and cli/ has changed.
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";

const root = process.env.YENNIC_ROOT ?? process.cwd();
const folder = join(root, ".yennic/cli");
mkdirSync(folder, { recursive: true });
const stamp = join(folder, "stamp");

/** When a file or folder below was last changed, or anything taken away there; milliseconds since 1970. */
function newestBelow(path) {
  const { mtimeMs } = statSync(path);
  const below = readdirSync(path, { withFileTypes: true }).map((e) =>
    e.isDirectory() ? newestBelow(join(path, e.name)) : statSync(join(path, e.name)).mtimeMs,
  );
  return Math.max(mtimeMs, ...below);
}

const newest = Math.max(...["src", "cli"].map((f) => newestBelow(join(root, f))), statSync(join(root, "package-lock.json")).mtimeMs);
if (!existsSync(join(folder, "main.mjs")) || !existsSync(stamp) || Number(readFileSync(stamp, "utf8")) !== newest) {
  const { build } = await import("esbuild");
  const { outputFiles } = await build({
    entryPoints: [
      join(root, "cli/main.ts"),
      join(root, "src/server/database/vacuum.worker.ts"),
      join(root, "src/server/answers/first-answer.worker.ts"),
      join(root, "src/server/journal/unpack.worker.ts"),
    ],
    entryNames: "[name]",
    outdir: folder,
    bundle: true,
    splitting: true,
    write: false,
    format: "esm",
    platform: "node",
    target: "node20",
    packages: "external",
    outExtension: { ".js": ".mjs" },
    sourcemap: "inline",
    sourcesContent: false,
    logLevel: "error",
  });
  for (const { path, text } of outputFiles) {
    if (existsSync(path) && readFileSync(path, "utf8") === text) continue;
    // Another command may be reading the file just now.
    writeFileSync(`${path}.${process.pid}`, text);
    renameSync(`${path}.${process.pid}`, path);
  }
  writeFileSync(stamp, String(newest));
}
await import(pathToFileURL(join(folder, "main.mjs")).href);
