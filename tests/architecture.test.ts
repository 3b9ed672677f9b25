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
  "core/quantity": [],
  "core/circuit": [],
  "core/machine": ["core/circuit", "core/quantity"],
  "core/job": ["core/machine", "core/quantity"],
  "core/diagnosis": ["core/job", "core/machine", "core/circuit", "core/quantity"],
  "core/planning": ["core/diagnosis", "core/job", "core/machine", "core/circuit", "core/quantity"],
  "core/entry": ["core/planning", "core/job", "core/machine", "core/quantity"],
  "core/training": ["core/planning", "core/diagnosis", "core/job", "core/machine", "core/circuit"],
  machines: ["core"],
  server: ["core", "machines"],
  workers: ["core"],
  ui: [],
  islands: ["core", "ui", "workers", "islands"],
  pages: ["core", "machines", "server", "islands", "ui"],
  "middleware.ts": ["server"],
};

const roomOf = (file: string): string => {
  const parts = file.split("/").slice(1);
  return parts[0] === "core" ? `core/${parts[1]}` : (parts[0] as string);
};

function importsOf(file: string): string[] {
  const text = readFileSync(join(root, file), "utf8");
  return [...text.matchAll(/(?:from|import)\s*\(?\s*["']([^"']+)["']/g)].map((m) => m[1] as string);
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
      const outside = importsOf(f).filter((n) => !n.startsWith(".") && n !== "zod");
      const impure = /\b(Date\.now|Math\.random|new Date\(\)|performance\.now|document\.|window\.|fetch\()/.exec(text);
      return [...outside.map((o) => `${f} imports ${o}`), ...(impure ? [`${f}: ${impure[0]}`] : [])];
    });
  expect(wrong).toEqual([]);
});
