// Bundles the command line and runs it. Bundled rather than loaded file by file: it starts faster, and the loader that
// would run TypeScript as it stands wraps every closure to keep its name, which doubles the time of the computing core.
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { build } from "esbuild";

const root = process.env.YENNIC_ROOT ?? process.cwd();
const folder = join(root, ".yennic/cli");
mkdirSync(folder, { recursive: true });
const { outputFiles } = await build({
  entryPoints: [join(root, "cli/main.ts"), join(root, "src/server/vacuum.worker.ts"), join(root, "src/server/first-answer.worker.ts")],
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
await import(pathToFileURL(join(folder, "main.mjs")).href);
