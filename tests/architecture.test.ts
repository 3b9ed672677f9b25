import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { expect, test } from "vitest";
import { ROOT } from "./paths";

const CODE = /\.(ts|tsx|astro)$/;
const below = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: "utf8" }).map((f) => join(folder, f));
const files = ["src", "cli"].flatMap(below).filter((f) => CODE.test(f));

/** From the ground up; a layer may import from itself and from those it names. */
const MAY: Record<string, readonly string[]> = {
  "core/model": [],
  "core/record": ["core/model"],
  "core/reason": ["core/record", "core/model"],
  "core/speech": ["core/reason", "core/record", "core/model"],
  "core/practice": ["core/reason", "core/record", "core/model"],
  machines: ["core"],
  catalogue: ["core"],
  report: ["core"],
  server: ["core", "catalogue", "machines"],
  workers: ["core", "report"],
  "service-worker": [],
  ui: ["core/model/quantity"],
  "islands/replica": ["core", "catalogue", "ui"],
  "islands/store": ["core", "ui", "workers", "islands/replica"],
  "islands/panes": ["core", "catalogue", "report", "ui", "workers", "islands/replica", "islands/store"],
  "islands/benches": ["core", "ui", "workers", "islands/replica", "islands/store", "islands/panes"],
  "islands/frame": ["core", "catalogue", "ui", "workers", "islands/replica", "islands/store", "islands/panes", "islands/benches"],
  pages: ["core", "machines", "server", "islands", "ui"],
  "middleware.ts": ["server"],
  "env.d.ts": ["server"],
};

/** Packages that the core may use besides its own code: schemas, a hash, an edit distance, quoted cells, packing. */
const PURE = [
  "zod",
  "@noble/hashes/sha2.js",
  "@noble/hashes/utils.js",
  "fastest-levenshtein",
  "papaparse",
  "fflate",
  "dequal",
  "date-fns/constants",
];

/** More files than this in one folder are several ideas. */
const MOST_FILES = 25;

/** The folder below `src`, `depth` names deep. */
const folderOf = (file: string, depth: number): string =>
  dirname(file)
    .split("/")
    .slice(1, depth + 1)
    .join("/");
const layerOf = (file: string): string => (/^src\/(core|islands)\//.test(file) ? folderOf(file, 2) : (file.split("/")[1] ?? ""));

function importsOf(file: string): string[] {
  const text = readFileSync(join(ROOT, file), "utf8");
  const pattern = /^(?:import\b|export (?:type )?[*{])[^"'`;]*?["']([^"']+)["']|\bimport\(\s*["']([^"']+)["']/gm;
  return [...text.matchAll(pattern)].map((m) => m[1] ?? m[2] ?? "");
}

const arrows = files.flatMap((file) =>
  importsOf(file)
    .filter((n) => n.startsWith("."))
    .map((n) => ({ from: file, to: relative(ROOT, resolve(ROOT, dirname(file), n)) })),
);

/** Names that can be reached from themselves. */
function knotted(edges: ReadonlyMap<string, ReadonlySet<string>>): string[] {
  const reaches = (at: string, goal: string, seen: Set<string>): boolean =>
    [...(edges.get(at) ?? [])].some((next) => next === goal || (!seen.has(next) && reaches(next, goal, seen.add(next))));
  return [...edges.keys()].filter((name) => reaches(name, name, new Set()));
}

test("there is something to check", () => {
  expect(files.length).toBeGreaterThan(600);
  expect(arrows.length).toBeGreaterThan(3000);
});

test("imports go downwards only", () => {
  const wrong = arrows.filter(({ from, to }) => {
    if (!from.startsWith("src/")) return false;
    const at = to.slice("src/".length);
    return layerOf(from) !== layerOf(to) && !(MAY[layerOf(from)] ?? []).some((m) => at === m || at.startsWith(`${m}/`));
  });
  expect(wrong.map(({ from, to }) => `${from} → ${to}`)).toEqual([]);
});

test.each([
  ["core", 3],
  ["islands", 4],
  ["server", 2],
] as const)("no folder of %s reaches itself by way of another", (layer, depth) => {
  const edges = new Map<string, Set<string>>();
  for (const { from, to } of arrows) {
    if (!from.startsWith(`src/${layer}/`) || !to.startsWith(`src/${layer}/`)) continue;
    const [a, b] = [folderOf(from, depth), folderOf(to, depth)];
    if (a !== b) edges.set(a, (edges.get(a) ?? new Set()).add(b));
  }
  expect(edges.size).toBeGreaterThan(2);
  expect(knotted(edges)).toEqual([]);
});

test(`no folder holds more than ${MOST_FILES} files of code`, () => {
  const counts = new Map<string, number>();
  for (const file of [...files, ...below("tests").filter((f) => CODE.test(f))])
    counts.set(dirname(file), (counts.get(dirname(file)) ?? 0) + 1);
  expect([...counts].filter(([, n]) => n > MOST_FILES)).toEqual([]);
});

test("no file of the browser waits while it is loaded: files that are bundled as one would wait for each other", () => {
  const waiting = files
    .filter((f) => f.startsWith("src/islands/") || f.startsWith("src/ui/"))
    .filter((f) => /^(export )?(if \(.*\) |const .*= )?await /m.test(readFileSync(join(ROOT, f), "utf8")));
  expect(waiting).toEqual([]);
});

test("a comment says what something is or does: none begins with a question", () => {
  const asking = [...files, ...below("tests").filter((f) => CODE.test(f))].flatMap((f) =>
    [...readFileSync(join(ROOT, f), "utf8").matchAll(/(?:\/\*\*?|^\s*\/\/|\/\*\*\n\s*\*) (?:What|How|Whether|Who)\b.*/gm)].map(
      (m) => `${f}: ${m[0].trim()}`,
    ),
  );
  expect(asking).toEqual([]);
});

test("the core knows no interface, no input or output, no clock and no hidden randomness", () => {
  const wrong = files
    .filter((f) => f.startsWith("src/core/"))
    .flatMap((f) => {
      const text = readFileSync(join(ROOT, f), "utf8");
      const outside = importsOf(f).filter((n) => !n.startsWith(".") && !PURE.includes(n));
      const impure = /\b(Date\.now|Math\.random|new Date\(\)|performance\.now|document\.|window\.|fetch\()/.exec(text);
      return [...outside.map((o) => `${f} imports ${o}`), ...(impure ? [`${f}: ${impure[0]}`] : [])];
    });
  expect(wrong).toEqual([]);
});

test("what a file exports another one imports, or a page, the command line or the bundler finds by its place", () => {
  const all = [...files, ...below("tests"), ...below("src/service-worker")].filter((f) => /\.(ts|tsx|astro|mjs)$/.test(f));
  const text = new Map(all.map((f) => [f, readFileSync(join(ROOT, f), "utf8")]));
  const imported = new Set(
    [...text.values()].flatMap((t) =>
      [...t.matchAll(/^\s*(?:import|export)\b[^;"']*?\{([^}]*)\}\s*from/gm)].flatMap((m) =>
        (m[1] ?? "").split(",").map(
          (name) =>
            name
              .trim()
              .replace(/^type /, "")
              .split(" as ")[0] ?? "",
        ),
      ),
    ),
  );
  // Loaded whole, or by a name that only the loader knows.
  const whole = new Set(
    [...text].flatMap(([from, t]) =>
      [...t.matchAll(/import\(\s*"(\.[^"]+)"|import \* as \w+ from "(\.[^"]+)"/g)].map((m) =>
        relative(ROOT, resolve(ROOT, dirname(from), m[1] ?? m[2] ?? "")),
      ),
    ),
  );
  const unused = files
    .filter((f) => !/^src\/(pages|middleware)|\.worker\.ts$/.test(f) && !whole.has(f.replace(CODE, "")))
    .flatMap((f) =>
      [...(text.get(f) ?? "").matchAll(/^export (?:async )?(?:const|function\*?|class|interface|type) (\w+)/gm)]
        .filter(([, name = ""]) => !imported.has(name))
        .map(([, name]) => `${f} ${name}`),
    );
  expect(unused).toEqual([]);
});
