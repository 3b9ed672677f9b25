import { describe, expect, test } from "vitest";
import { NEAR } from "../../src/core/practice/nature";
import { randomFrom } from "../../src/core/practice/random";
import { World } from "../../src/core/practice/world";
import { testsOf } from "../../src/core/reason/planning/tests/tests";
import { type Finding, findingKind, type Question } from "../../src/core/record/finding/finding";
import { MACHINES } from "../../src/machines";
import { shipped, suspectsFor } from "../job-of";

const e27 = shipped("orrinshaw-e27");
const worldOf = (fault: string, seed = 1, machine = e27) => new World(machine, suspectsFor(machine).hypotheses, seed, { fault });
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
    expect(openAt(world, "part element.1.2", 200)).toBeGreaterThan(1 - 3 * NEAR.misplaced);
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

describe("the order of questions changes nothing", () => {
  const questions = [
    "warm",
    "starts",
    "part element.1.2",
    "look belt",
    "airflow",
    "part cut-off.1.2",
    "cycles",
    "warm",
    "part element.1.2",
  ];
  const answersIn = (order: readonly string[]) => {
    const world = new World(e27, suspectsFor(e27).hypotheses, 11);
    const told = order.map((id) => [id, JSON.stringify(ask(world, id))] as const);
    return told.map(([id, answer]) => `${id} ${answer}`).sort();
  };

  test("asked forwards, backwards or in between, each gets the same answers", () => {
    const forwards = answersIn(questions);
    expect(answersIn([...questions].reverse())).toEqual(forwards);
    expect(answersIn([...questions].sort())).toEqual(forwards);
  });

  test("which way round the probes are, or what else was asked before, is the same reading", () => {
    const other = new World(e27, suspectsFor(e27).hypotheses, 11);
    for (let i = 0; i < 20; i++) ask(other, "starts");
    expect(ask(other, "part element.1.2")).toEqual(ask(new World(e27, suspectsFor(e27).hypotheses, 11), "part element.1.2"));
  });
});

test("what a file gives a tolerance or a temperature varies from world to world, clockwork too; within what is said", () => {
  const seen = new Map<string, Set<number>>();
  for (let seed = 1; seed <= 30; seed++) {
    for (const machine of MACHINES) {
      const world = new World(machine, suspectsFor(machine).hypotheses, seed);
      for (const part of world.truth.parts) {
        const rated = machine.parts.find((p) => p.id === part.id);
        const numbers = (p: unknown) => JSON.stringify(p).match(/-?\d+(\.\d+)?(e-?\d+)?/g) ?? [];
        const moved = numbers(part).some((n, i) => n !== numbers(rated)[i]);
        const of = seen.get(part.kind) ?? new Set<number>();
        if (moved) of.add(seed);
        seen.set(part.kind, of);
        if (part.kind === "element" && rated?.kind === "element")
          expect(Math.abs(rated.watts / part.watts - 1)).toBeLessThanOrEqual(NEAR.toleranceFactor * rated.tolerance + 1e-9);
      }
    }
  }
  const still = [...seen].filter(([, seeds]) => seeds.size === 0).map(([kind]) => kind);
  expect(still.sort()).toMatchInlineSnapshot(`
    [
      "belt",
      "capacitor",
      "centrifugal-contact",
      "conductor",
      "duct",
      "gas-supply",
      "gas-valve",
      "moisture-bars",
      "relay",
      "setting",
      "supply",
      "switch",
      "tank",
      "timer-contact",
    ]
  `);
});
