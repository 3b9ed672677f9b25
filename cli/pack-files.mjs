import { readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { gzipSync } from "node:zlib";

const WORTH = /\.(js|css|svg|ttf)$/;
const LEAST_BYTES = 1000;

/** After the application is built: its files packed beside themselves, as browsers take them. */
export function packedFiles() {
  return {
    name: "packed-files",
    hooks: {
      "astro:build:done": ({ dir }) => {
        for (const file of filesIn(fileURLToPath(dir)))
          if (WORTH.test(file) && statSync(file).size >= LEAST_BYTES)
            writeFileSync(`${file}.gz`, gzipSync(readFileSync(file), { level: 9 }));
      },
    },
  };
}

const filesIn = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) => (e.isDirectory() ? filesIn(join(folder, e.name)) : [join(folder, e.name)]));
