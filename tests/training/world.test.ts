import { describe, expect, test } from "vitest";
import { type Finding, findingKind, type Question } from "../../src/core/finding/finding";
import { testsOf } from "../../src/core/planning/tests";
import { randomFrom } from "../../src/core/training/random";
import { NOISE, World } from "../../src/core/training/world";
import { MACHINES } from "../../src/machines";
import { shipped, suspectsFor } from "../job-of";

const e27 = shipped("orrinshaw-e27");
const worldOf = (fault: string, seed = 1, machine = e27) => new World(machine, suspectsFor(machine).hypotheses, seed, fault);
const ask = (world: World, id: string, fitted: readonly string[] = []): Finding["result"] => {
  const test = testsOf(world.machine).find((t) => t.id === id);
  if (!test) throw new Error(`${id} is not offered`);
  return world.answer(test.question, fitted).result;
};
const openAt = (world: World, id: string, tries: number): number =>
  Array.from({ length: tries }, () => ask(world, id)).filter((r) => r.is === "OL").length / tries;

test.each(MACHINES.map((m) => [m.id, m] as const))(
  "%s: a world answers every question that is asked of it, with a finding of that kind",
  (_, machine) => {
    const world = new World(machine, suspectsFor(machine).hypotheses, 7);
    for (const { question } of testsOf(machine)) {
      const finding = world.answer(question, []);
      expect(findingKind(finding).schema.safeParse(finding).success, JSON.stringify(finding)).toBe(true);
      expect([finding.kind, finding.place]).toEqual([question.kind, question.place]);
    }
  },
);

test("what no rehearsed world has is said, not made up", () => {
  const world = worldOf("element:open");
  const asked: Question[] = [
    { kind: "series", place: { of: "exhaust" }, circumstances: {} },
    { kind: "pressure", place: { stream: "manifold" }, circumstances: {} },
    { kind: "temperature", place: { part: "motor" }, circumstances: {} },
  ];
  for (const question of asked) expect(() => world.answer(question, [])).toThrow(/has nothing to answer/);
});

describe("a machine with a hidden fault", () => {
  test("the same seed is the same fault, the same complaint and the same readings", () => {
    const of = (seed: number) => {
      const world = new World(e27, suspectsFor(e27).hypotheses, seed);
      return [world.hidden.id, world.complaint, ask(world, "part element.1.2"), ask(world, "warm")];
    };
    expect(of(5)).toEqual(of(5));
    expect(new Set([1, 2, 3, 4, 5, 6].map((s) => String(of(s)[0]))).size).toBeGreaterThan(3);
  });

  test("an open element reads OL but for misplaced leads, and its own ohms once it is replaced", () => {
    const world = worldOf("element:open", 3);
    expect(openAt(world, "part element.1.2", 200)).toBeGreaterThan(1 - 3 * NOISE.misplaced);
    const mended = ask(world, "part element.1.2", ["element"]);
    expect(mended.is === "value" && mended.value).toBeGreaterThan(9);
    expect(world.left(["element"])).toEqual([]);
    expect(world.solved([])).toBe(false);
    expect(world.solved(["cut-off"])).toBe(false);
    expect(world.solved(["element"])).toBe(true);
  });

  test("a customer complains of what goes wrong", () => {
    const complaints = Array.from({ length: 40 }, (_, seed) => worldOf("element:open", seed + 1).complaint);
    const cold = complaints.filter((c) => c.some((f) => f.kind === "sight" && f.place.sight === "warm" && f.result.value === "no"));
    expect(cold.length).toBeGreaterThan(32);
    for (const c of complaints) expect(c.length).toBeGreaterThan(0);
  });

  test("people see what there is most of the time, and otherwise not always", () => {
    const world = worldOf("element:open", 9);
    const warm = Array.from({ length: 300 }, () => ask(world, "warm")).filter((r) => r.is === "answer" && r.value === "yes").length / 300;
    expect(warm).toBeGreaterThan(0);
    expect(warm).toBeLessThan(0.08);
  });

  test("a look finds a broken belt nearly always, and a whole one whole", () => {
    const share = (fault: string) =>
      Array.from({ length: 200 }, () => ask(worldOf(fault, 2), "look belt")).filter((r) => r.is === "answer" && r.value === "bad").length /
      200;
    const world = worldOf("belt:broken", 4);
    const bad =
      Array.from({ length: 200 }, () => ask(world, "look belt")).filter((r) => r.is === "answer" && r.value === "bad").length / 200;
    expect(bad).toBeGreaterThan(0.8);
    expect(share("element:open")).toBeLessThan(0.2);
  });

  test("a fault that the machine does not have is refused with one that it has", () => {
    expect(() => worldOf("flux:bent")).toThrow(/has no fault “flux:bent”; one is /);
  });
});

test("the numbers of a seed are evenly spread and never leave 0 to 1", () => {
  const random = randomFrom(12);
  const drawn = Array.from({ length: 20_000 }, () => random());
  expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
  expect(Math.max(...drawn)).toBeLessThan(1);
  const tenths = Array.from({ length: 10 }, (_, k) => drawn.filter((x) => Math.floor(x * 10) === k).length / drawn.length);
  for (const share of tenths) expect(Math.abs(share - 0.1)).toBeLessThan(0.012);
});
