import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "esbuild";

const HANDBOOK = fileURLToPath(new URL("../../docs/handbook", import.meta.url));

/** Builds the service worker after the application, with the list of all files that it puts by. */
export function serviceWorker() {
  return {
    name: "service-worker",
    hooks: {
      "astro:build:done": async ({ dir }) => {
        const client = fileURLToPath(dir);
        const files = filesIn(client).filter((file) => !file.endsWith("sw.js"));
        // Pictures of the handbook are many times what a phone needs to work: its words are here without a network, they are not.
        const precached = files
          .filter((file) => !file.endsWith(".png"))
          .map((file) => ({ url: `/${relative(client, file)}`, revision: hashed(file) }));
        const handbook = readdirSync(HANDBOOK).map((file) => ({
          url: file === "README.md" ? "/handbook" : `/handbook/${file.replace(/\.md$/, "")}`,
          revision: hashed(join(HANDBOOK, file)),
        }));
        const all = createHash("sha256").update(JSON.stringify(precached)).update(String(Date.now())).digest("hex").slice(0, 16);
        await build({
          entryPoints: [fileURLToPath(new URL("./worker.ts", import.meta.url))],
          outfile: join(client, "sw.js"),
          bundle: true,
          minify: true,
          format: "iife",
          target: "es2022",
          define: {
            TABLES: JSON.stringify(tableAddresses()),
            BUILD: JSON.stringify(all),
            PRECACHED: JSON.stringify([...precached, ...handbook, { url: "/shell", revision: all }]),
            "process.env.NODE_ENV": '"production"',
          },
          logLevel: "error",
        });
      },
    },
  };
}

/** Where the tables of predictions of the machines that ship are to be had, once they are made. */
function tableAddresses() {
  const command = fileURLToPath(new URL("../../cli/run.mjs", import.meta.url));
  return JSON.parse(execFileSync(process.execPath, [command, "tables", "--names"], { encoding: "utf8" })).map((name) => `/tables/${name}`);
}

/** Names of built files carry their hash; others get one. */
const hashed = (file) => (file.includes("/_astro/") ? null : createHash("sha256").update(readFileSync(file)).digest("hex").slice(0, 16));

const filesIn = (folder) =>
  readdirSync(folder)
    .map((name) => join(folder, name))
    .flatMap((path) => (statSync(path).isDirectory() ? filesIn(path) : [path]));
