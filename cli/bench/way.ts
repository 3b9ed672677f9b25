import { openingFor } from "../../src/core/model/access/opening";
import { wayIn } from "../../src/core/model/access/way-in";
import type { WayProblem } from "../../src/core/model/access/way-problem";
import { waysTo } from "../../src/core/model/access/ways";
import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { randomFrom } from "../../src/core/practice/random";
import { MACHINES } from "../../src/machines";
import { print, quantile } from "./measure";

const ROUNDS = 200;
const LARGE = 20;

/** The way in: to three parts on the largest machine, and on graphs of sixty removals, with how far each may be from the best. */
export function wayFinding(): void {
  const largest = MACHINES.reduce((a, b) => (b.panels.length + b.places.length > a.panels.length + a.places.length ? b : a));
  const random = randomFrom(5);
  const goals = Array.from({ length: ROUNDS }, () => threeParts(largest, random));
  // A machine of its own for each round: answers are kept by machine.
  const fresh = goals.map(() => structuredClone(largest));
  const one = goals.map((g, i) => timed(() => openingFor(item(fresh, i), g, { panelsOff: [] })));
  const all = goals.map((g) => timed(() => waysTo(largest, g, { panelsOff: [] })));
  print({ name: `way: three parts on ${largest.id}, ${largest.panels.length} removals, median`, figure: quantile(one, 0.5), unit: "ms" });
  print({ name: "way: the same, worst", figure: Math.max(...one), unit: "ms" });
  print({ name: "way: with all other ways to them, median", figure: quantile(all, 0.5), unit: "ms" });
  print({ name: "way: the same, worst", figure: Math.max(...all), unit: "ms" });
  const problems = Array.from({ length: LARGE }, (_, i) => sixty(randomFrom(100 + i)));
  const gaps: number[] = [];
  const ms = problems.map((p) =>
    timed(() => {
      const way = wayIn(p);
      if (way.minutes !== null) gaps.push((way.minutes - way.bound) / way.minutes);
    }),
  );
  print({ name: `way: sixty removals, ${LARGE} graphs, median`, figure: quantile(ms, 0.5), unit: "ms" });
  print({ name: "way: sixty removals, worst", figure: Math.max(...ms), unit: "ms" });
  print({ name: "way: sixty removals, largest gap to the proven bound", figure: Math.max(...gaps), unit: "share" });
}

function timed(work: () => unknown): number {
  const begun = performance.now();
  work();
  return performance.now() - begun;
}

function threeParts({ parts }: Machine, random: () => number): string[] {
  const inside = parts.flatMap((p) => p.panel ?? []);
  return Array.from({ length: 3 }, () => item(inside, Math.floor(random() * inside.length)));
}

/** A cabinet of sixty things, each behind up to three of those before it, by up to three ways; five parts at the back of it. */
function sixty(random: () => number): WayProblem {
  const whole = (n: number) => Math.floor(random() * n);
  const ways = (before: number) =>
    Array.from({ length: 1 + whole(3) }, () => ({
      needs: [...new Set(Array.from({ length: before === 0 ? 0 : whole(4) }, () => `r${Math.max(0, before - 1 - whole(12))}`))],
      minutes: whole(6),
    }));
  return {
    removals: Array.from({ length: 60 }, (_, i) => ({ id: `r${i}`, minutes: 1 + whole(9), ways: ways(i) })),
    parts: Array.from({ length: 5 }, (_, i) => ({ id: `p${i}`, ways: ways(60) })),
    reach: ["p0", "p1", "p2", "p3", "p4"],
    off: [],
  };
}
