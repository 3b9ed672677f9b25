import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { expect, test } from "vitest";

const root = resolve(import.meta.dirname, "..");
const files = ["src", "cli"].flatMap((folder) =>
  readdirSync(join(root, folder), { recursive: true, encoding: "utf8" })
    .filter((f) => /\.(ts|tsx|astro)$/.test(f))
    .map((f) => join(folder, f)),
);

/** Rooms from the ground up; a room may import from itself and from those it names. */
const MAY: Record<string, readonly string[]> = {
  "core/array": [],
  "core/quantity": [],
  "core/circuit": ["core/array"],
  "core/physics": ["core/quantity"],
  "core/logging": ["core/quantity", "core/array"],
  "core/instrument": ["core/physics", "core/quantity"],
  "core/files": [],
  "core/machine": ["core/circuit", "core/physics", "core/quantity", "core/array"],
  "core/access": ["core/machine", "core/circuit", "core/array"],
  "core/cycling": ["core/array"],
  "core/fitting": ["core/cycling", "core/machine", "core/quantity", "core/array"],
  "core/burner": ["core/physics", "core/quantity", "core/array"],
  "core/air": ["core/machine", "core/physics", "core/quantity"],
  "core/naming": ["core/machine"],
  "core/prediction": ["core/machine", "core/circuit", "core/physics", "core/array"],
  "core/finding": ["core/prediction", "core/naming", "core/machine", "core/files", "core/quantity", "core/array"],
  "core/judging": ["core/finding", "core/prediction", "core/machine", "core/instrument", "core/physics", "core/quantity", "core/array"],
  "core/journal": [],
  "core/bundle": ["core/files", "core/journal", "core/machine"],
  "core/stock": ["core/journal", "core/quantity"],
  "core/job": [
    "core/stock",
    "core/finding",
    "core/naming",
    "core/access",
    "core/journal",
    "core/machine",
    "core/instrument",
    "core/files",
    "core/quantity",
    "core/array",
  ],
  "core/diagnosis": ["core/job", "core/judging", "core/instrument", "core/finding", "core/prediction", "core/machine", "core/array"],
  "core/planning": [
    "core/naming",
    "core/diagnosis",
    "core/job",
    "core/finding",
    "core/prediction",
    "core/access",
    "core/machine",
    "core/quantity",
    "core/array",
  ],
  "core/deciding": ["core/planning", "core/diagnosis", "core/job", "core/stock", "core/access", "core/machine", "core/quantity"],
  "core/language": [
    "core/deciding",
    "core/stock",
    "core/air",
    "core/burner",
    "core/fitting",
    "core/cycling",
    "core/access",
    "core/judging",
    "core/instrument",
    "core/planning",
    "core/diagnosis",
    "core/job",
    "core/finding",
    "core/naming",
    "core/machine",
    "core/quantity",
    "core/array",
    "core/logging",
    "core/physics",
  ],
  "core/training": [
    "core/stock",
    "core/cycling",
    "core/fitting",
    "core/planning",
    "core/diagnosis",
    "core/job",
    "core/finding",
    "core/prediction",
    "core/access",
    "core/machine",
    "core/circuit",
    "core/array",
    "core/instrument",
    "core/quantity",
  ],
  machines: ["core"],
  catalogue: ["core"],
  server: ["core", "catalogue", "machines"],
  report: ["core"],
  workers: ["core", "report"],
  ui: [],
  "service-worker": [],
  islands: ["core", "catalogue", "report", "ui", "workers", "islands"],
  pages: ["core", "machines", "server", "islands", "ui"],
  "middleware.ts": ["server"],
  "env.d.ts": ["server"],
};

/** Packages that the core may use besides its own code: schemas, a hash, an edit distance, quoted cells, packing. */
const PURE = ["zod", "@noble/hashes/sha2.js", "@noble/hashes/utils.js", "fastest-levenshtein", "papaparse", "fflate"];

const roomOf = (file: string): string => {
  const parts = file.split("/").slice(1);
  return parts[0] === "core" ? `core/${parts[1]}` : (parts[0] ?? "");
};

function importsOf(file: string): string[] {
  const text = readFileSync(join(root, file), "utf8");
  const pattern = /^(?:import\b|export (?:type )?[*{])[^"'`;]*?["']([^"']+)["']|\bimport\(\s*["']([^"']+)["']/gm;
  return [...text.matchAll(pattern)].map((m) => m[1] ?? m[2] ?? "");
}

test("there is something to check", () => expect(files.length).toBeGreaterThan(60));

test("imports go downwards only", () => {
  const wrong: string[] = [];
  for (const file of files.filter((f) => f.startsWith("src/"))) {
    const room = roomOf(file);
    for (const name of importsOf(file).filter((n) => n.startsWith("."))) {
      const target = relative(root, resolve(root, dirname(file), name));
      const other = roomOf(target);
      const allowed = other === room || (MAY[room] ?? []).some((r) => other === r || other.startsWith(`${r}/`));
      if (!allowed) wrong.push(`${file} → ${target}`);
    }
  }
  expect(wrong).toEqual([]);
});

test("the core knows no interface, no input or output, no clock and no hidden randomness", () => {
  const wrong = files
    .filter((f) => f.startsWith("src/core/"))
    .flatMap((f) => {
      const text = readFileSync(join(root, f), "utf8");
      const outside = importsOf(f).filter((n) => !n.startsWith(".") && !PURE.includes(n));
      const impure = /\b(Date\.now|Math\.random|new Date\(\)|performance\.now|document\.|window\.|fetch\()/.exec(text);
      return [...outside.map((o) => `${f} imports ${o}`), ...(impure ? [`${f}: ${impure[0]}`] : [])];
    });
  expect(wrong).toEqual([]);
});
