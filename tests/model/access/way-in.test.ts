import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type NoWay, wayIn } from "../../../src/core/model/access/way-in";
import { type WayIn, type WayProblem, wayProblemSchema } from "../../../src/core/model/access/way-problem";
import { oracle } from "../../paths";

const folder = oracle("way-in");
const names = readdirSync(folder).filter((f) => f.endsWith(".json") && !f.endsWith(".answer.json"));
const read = (name: string): unknown => JSON.parse(readFileSync(resolve(folder, name), "utf8"));

/** True where each thing comes off once, only after what its way needs, and the minutes are those of what was taken. */
function wrongWith({ removals, parts, reach, off }: WayProblem, way: WayIn): string | undefined {
  const isOff = new Set(off);
  let minutes = 0;
  for (const { id, way: w } of way.off) {
    const removal = removals.find((r) => r.id === id);
    const taken = removal?.ways[w];
    if (!removal || !taken) return `${id} has no way ${w}`;
    if (isOff.has(id)) return `${id} comes off twice`;
    const lacking = taken.needs.find((n) => !isOff.has(n));
    if (lacking !== undefined) return `${id} before ${lacking}`;
    isOff.add(id);
    minutes += removal.minutes + taken.minutes;
  }
  for (const id of new Set(reach)) {
    const reached = way.parts.find((p) => p.id === id);
    const taken = parts.find((p) => p.id === id)?.ways[reached?.way ?? -1];
    if (!taken?.needs.every((n) => isOff.has(n))) return `${id} is not reached`;
    minutes += taken.minutes;
  }
  return Math.abs(minutes - way.minutes) < 1e-6 ? undefined : `costs ${minutes}, not ${way.minutes}`;
}

test.each(names)("%s: the least minutes, by a way that can be gone", (name) => {
  const problem = wayProblemSchema.parse(read(name));
  const expected = (read(name.replace(".json", ".answer.json")) as { minutes: number | null }).minutes;
  const way = wayIn(problem);
  if (way.minutes === null || expected === null) {
    expect(way.minutes).toBe(expected);
    return;
  }
  expect(way.minutes).toBeCloseTo(expected, 6);
  expect(way.bound).toBeCloseTo(expected, 6);
  expect(wrongWith(problem, way)).toBeUndefined();
});

/** The least minutes by trying every set of things that may be off, in order of cost. */
function byTryingAll({ removals, parts, reach, off }: WayProblem): number {
  const bit = new Map(removals.map((r, i) => [r.id, 1 << i]));
  const mask = (ids: readonly string[]) => ids.reduce((m, id) => m | (bit.get(id) ?? 0), 0);
  const least = new Map<number, number>([[mask(off), 0]]);
  let best = Infinity;
  for (const queue = [mask(off)]; queue.length > 0; ) {
    const set = queue.sort((a, b) => (least.get(b) ?? 0) - (least.get(a) ?? 0)).pop() ?? 0;
    const cost = least.get(set) ?? Infinity;
    const reached = [...new Set(reach)].reduce((sum, id) => {
      const ways = parts.find((p) => p.id === id)?.ways.filter((w) => (mask(w.needs) & ~set) === 0) ?? [];
      return sum + Math.min(Infinity, ...ways.map((w) => w.minutes));
    }, 0);
    best = Math.min(best, cost + reached);
    for (const r of removals)
      for (const w of r.ways) {
        const next = set | (bit.get(r.id) ?? 0);
        if (next === set || (mask(w.needs) & ~set) !== 0) continue;
        const then = cost + r.minutes + w.minutes;
        if (then >= (least.get(next) ?? Infinity) || then >= best) continue;
        if (!queue.includes(next)) queue.push(next);
        least.set(next, then);
      }
  }
  return best;
}

const way = (ids: readonly string[]) =>
  fc.record({ needs: fc.subarray([...ids], { maxLength: Math.min(3, ids.length) }), minutes: fc.integer({ min: 0, max: 8 }) });
/** Ways may need what comes later in the list, or each other: some can't be gone at all. */
const problems = (most: number): fc.Arbitrary<WayProblem> =>
  fc.integer({ min: 1, max: most }).chain((n) => {
    const ids = Array.from({ length: n }, (_, i) => `p${i}`);
    return fc.record({
      removals: fc.tuple(
        ...ids.map((id) =>
          fc.record({
            id: fc.constant(id),
            minutes: fc.integer({ min: 0, max: 12 }),
            ways: fc.array(way(ids.filter((o) => o !== id)), { minLength: 1, maxLength: 3 }),
          }),
        ),
      ),
      parts: fc.tuple(
        ...["a", "b", "c"].map((id) => fc.record({ id: fc.constant(id), ways: fc.array(way(ids), { minLength: 1, maxLength: 2 }) })),
      ),
      reach: fc.subarray(["a", "b", "c"], { minLength: 1 }),
      off: fc.subarray(ids, { maxLength: Math.min(2, ids.length) }),
    });
  });

describe("any problem", () => {
  test("has the least minutes of all that could be tried, by a way that can be gone; or none, and it says of what", () => {
    let ways = 0;
    fc.assert(
      fc.property(problems(9), (problem) => {
        const found: WayIn | NoWay = wayIn(problem);
        const least = byTryingAll(problem);
        if (found.minutes === null) {
          expect(least).toBe(Infinity);
          expect(problem.reach.some((id) => found.reason.includes(id))).toBe(true);
          return;
        }
        ways++;
        expect(found.minutes).toBeCloseTo(least, 6);
        expect(found.bound).toBeCloseTo(least, 6);
        expect(wrongWith(problem, found)).toBeUndefined();
      }),
      { numRuns: 500 },
    );
    expect(ways).toBeGreaterThan(200);
  });

  test("cut short, still gives a way that can be gone, and a bound that the best one keeps", () => {
    fc.assert(
      fc.property(problems(12), (problem) => {
        const [short, whole] = [wayIn(problem, 1), wayIn(problem)];
        if (short.minutes === null || whole.minutes === null) {
          expect(short.minutes).toBe(whole.minutes);
          return;
        }
        expect(wrongWith(problem, short)).toBeUndefined();
        expect(short.bound).toBeLessThanOrEqual(whole.minutes + 1e-6);
        expect(short.minutes).toBeGreaterThanOrEqual(whole.minutes - 1e-6);
      }),
      { numRuns: 150 },
    );
  });
});

test("what is off already costs nothing; more off is never dearer; more to reach is never cheaper", () => {
  fc.assert(
    fc.property(problems(8), fc.nat(), (problem, n) => {
      const cost = (p: WayProblem) => wayIn(p).minutes ?? Infinity;
      const before = cost(problem);
      const one = problem.removals[n % problem.removals.length]?.id ?? "";
      expect(cost({ ...problem, off: [...new Set([...problem.off, one])] })).toBeLessThanOrEqual(before + 1e-6);
      expect(cost({ ...problem, reach: ["a", "b", "c"] })).toBeGreaterThanOrEqual(before - 1e-6);
    }),
    { numRuns: 200 },
  );
});

test("a problem that names what is not there is refused with the place", () => {
  const problem = { removals: [{ id: "top", minutes: 3, ways: [{ needs: ["lid"], minutes: 0 }] }], parts: [], reach: ["fuse"], off: [] };
  const parsed = wayProblemSchema.safeParse(problem);
  expect(parsed.error?.issues.map((i) => `${i.path.join(".")}: ${i.message}`)).toEqual([
    "removals.0.ways.0.needs.0: “lid” is not one of the removals",
    "reach.0: “fuse” is not one of the parts",
  ]);
});
