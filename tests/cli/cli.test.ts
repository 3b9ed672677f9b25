import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { afterAll, expect, test, vi } from "vitest";
import { BadInput } from "../../cli/bad-input";
import * as bench from "../../cli/commands/bench";
import * as check from "../../cli/commands/check";
import * as diagnose from "../../cli/commands/diagnose";
import * as plug from "../../cli/commands/plug";
import * as probe from "../../cli/commands/probe";
import { ROOT } from "../paths";

const folder = mkdtempSync(join(tmpdir(), "yennic-cli-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function yennic(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(join(ROOT, "yennic"), args, { encoding: "utf8", cwd: folder });
  return { status, stdout, stderr: stderr.replace(/^npm warn.*\n/gm, "").trim() };
}

const file = (name: string, text: string): string => {
  writeFileSync(join(folder, name), text);
  return name;
};

test("probe prints one tab-separated row a reading", () => {
  const deck = join(ROOT, "tests/oracles/circuits/electric-rest-healthy.cir");
  const { status, stdout } = yennic("probe", deck);
  expect(status).toBe(0);
  const lines = stdout.trim().split("\n");
  expect(lines.length).toBe(readFileSync(deck.replace(".cir", ".readings.csv"), "utf8").trim().split("\n").length - 1);
  expect(lines.find((l) => l.includes("\tm2\tpl2\t") && l.includes("ohms"))).toBe("electric-rest-healthy\tohms\tm2\tpl2\tOL");
});

test("plan prints a policy a problem, diagnose ranks a job", () => {
  const plan = yennic("plan", join(ROOT, "tests/oracles/planner/problem-5-00.json"));
  expect(JSON.parse(plan.stdout)).toMatchObject({ problem: "problem-5-00", policy: expect.any(Object) });
  const job = v7();
  const line = (kind: string, body: object) => JSON.stringify({ id: v7(), job, at: "2026-11-24T10:00:00Z", by: "T", kind, body });
  const entries = file(
    "job.jsonl",
    [
      line("opened", { customer: "C", place: "P" }),
      line("machine", { machine: "orrinshaw-e27" }),
      line("made-safe", { how: "cord", proved: true }),
      line("reading", { between: ["element.1", "element.2"], unit: "ohm", value: null, wiresOff: ["element"] }),
    ].join("\n"),
  );
  const { status, stdout } = yennic("diagnose", "orrinshaw-e27", entries);
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({
    power: "dead",
    suspects: expect.arrayContaining([expect.objectContaining({ id: "element:open" })]),
  });
});

test("diagnose --lines answers each request in its order, and a request that can't be read with its error", () => {
  const job = v7();
  const entry = (kind: string, body: object) => ({ id: v7(), job, at: "2026-11-24T10:00:00Z", by: "T", kind, body });
  const opened = [entry("opened", { customer: "C", place: "P" }), entry("machine", { machine: "kelvane-c7" })];
  const requests = [
    { machine: "kelvane-c7", entries: opened },
    { machine: "nobody", entries: [] },
    { machine: "kelvane-c7", entries: [{}] },
  ];
  const { status, stdout } = spawnSync(join(ROOT, "yennic"), ["diagnose", "--lines"], {
    encoding: "utf8",
    cwd: folder,
    input: [...requests.map((r) => JSON.stringify(r)), "{", JSON.stringify(requests[0])].join("\n"),
  });
  expect(status).toBe(0);
  const [first, unknown, bodiless, broken, again] = stdout
    .trim()
    .split("\n")
    .map((l) => JSON.parse(l));
  expect(first).toMatchObject({ job, suspects: expect.any(Array), proposal: { step: { kind: expect.any(String) } } });
  expect(unknown.error).toContain("“nobody” is not a shipped machine");
  expect(bodiless.error).toMatch(/^line 3: entries.0: /);
  expect(broken.error).toMatch(/^line 4: not JSON/);
  expect(again).toEqual(first);
});

test.each([
  [["fly"], "“fly” is not a command"],
  [["plan", "bad.json"], "bad.json: not JSON"],
])("bad input ends with status 2 and one clear line: %j", (args, message) => {
  file("bad.json", "{");
  const { status, stderr } = yennic(...args);
  expect(status).toBe(2);
  expect(stderr).toContain(message);
  expect(stderr.split("\n")).toHaveLength(1);
});

/** A command run here; what it prints, or why it refuses. */
async function here({ run }: { run: (args: string[]) => void | Promise<void> }, ...args: string[]): Promise<string> {
  const said = vi.spyOn(console, "log").mockImplementation(() => undefined);
  const before = process.cwd();
  process.chdir(folder);
  try {
    await run(args);
    return said.mock.calls.flat().join("\n");
  } catch (error) {
    if (error instanceof BadInput) return error.message;
    throw error;
  } finally {
    process.chdir(before);
    said.mockRestore();
  }
}

test.each([
  [probe, [], "expected one or more DECK.cir files"],
  [probe, ["none.cir"], "none.cir: can't be read (ENOENT)"],
  [diagnose, ["nobody", "x.jsonl"], "“nobody” is not a shipped machine"],
  [diagnose, ["orrinshaw-e27", "bad.jsonl"], "bad.jsonl: line 2: id: "],
  [bench, ["moon"], "“moon” is not a benchmark"],
  [check, [], "expected one or more MACHINE.json files"],
  [check, ["bad.json"], "bad.json: not JSON"],
  [plug, [], "expected MACHINE"],
  [plug, ["kelvane-c9", "one.json"], "“kelvane-c9” is not a shipped machine; expected orrinshaw-e27"],
  [
    plug,
    ["orrinshaw-e27", "strange.json"],
    "strange.json: “element.7” is not a wired terminal of orrinshaw-e27; expected element.1, element.2",
  ],
  [plug, ["orrinshaw-e27", "one.json", "odd.json"], "odd.json: “H4” is not a pin of the plug; expected PL1, PN, PL2, PG"],
])("what is wrong is said in one line: %#", async (command, args, message) => {
  file("bad.json", "{");
  file("bad.jsonl", `\n{"kind":"opened","id":"1"}\n`);
  file("one.json", '["element.1"]');
  file("strange.json", '["element.7"]');
  file("odd.json", '[{"between":["PL1","H4"],"controls":{},"ohms":1}]');
  const said = await here(command, ...args);
  expect(said).toContain(message);
  expect(said.split("\n")).toHaveLength(1);
});

test("check runs the healthy machine of a file and says all that is wrong, with status 2", () => {
  const sixth = join(ROOT, "tests/fixtures/sixth.machine.json");
  const good = yennic("check", sixth);
  expect([good.status, good.stderr]).toEqual([0, ""]);
  expect(JSON.parse(good.stdout)).toMatchObject({ revision: expect.stringMatching(/^[0-9a-f]{16}$/), problems: [] });
  const text = readFileSync(sixth, "utf8");
  const broken = yennic("check", file("broken.json", text.replace('"boxJPerK"', '"boxes"')));
  expect(broken.status).toBe(2);
  expect(JSON.parse(broken.stdout).problems.map((p: { path: string }) => p.path)).toEqual(["thermal.boxJPerK", "thermal"]);
  expect(broken.stderr).toContain("broken.json: not right as it is");
});

test("plug proposes readings for the wires that were touched, and judges them", async () => {
  const touched = file("touched.json", JSON.stringify(["cycling-thermostat.1", "cycling-thermostat.2", "bias-heater.1", "bias-heater.2"]));
  const { readings, unseen } = JSON.parse(await here(plug, "orrinshaw-e27", touched)) as {
    readings: { between: [string, string]; controls: object; right: number[] | "OL" }[];
    unseen: string[];
  };
  expect(readings.length).toBeLessThanOrEqual(6);
  expect(unseen).toContain("off cycling-thermostat.1");
  const read = readings.map(({ between, controls, right }) => ({
    between,
    controls,
    ohms: right === "OL" ? null : ((right[0] ?? 0) + (right[1] ?? 0)) / 2,
  }));
  const right = await here(plug, "orrinshaw-e27", touched, file("right.json", JSON.stringify(read)));
  expect(JSON.parse(right)).toMatchObject({ verdict: "right" });
  const pinched = read.map((r) => (r.between.includes("PG") ? { ...r, ohms: 0.3 } : r));
  const wrong = await here(plug, "orrinshaw-e27", touched, file("wrong.json", JSON.stringify(pinched)));
  expect(JSON.parse(wrong)).toMatchObject({ verdict: "wrong" });
  expect(JSON.parse(wrong).mistakes[0].edits[0]).toMatch(/^cab /);
});
