import { item } from "../../src/core/model/array/at";
import type { Machine } from "../../src/core/model/machine/format";
import { type Lane, stripOf } from "../../src/core/model/prediction/run-strip";
import { NEAR } from "../../src/core/practice/nature";
import { streamFrom } from "../../src/core/practice/random";
import { variedMachine } from "../../src/core/practice/varied";
import { hypothesesOf } from "../../src/core/reason/diagnosis/hypotheses";
import { type Course, coursesOf, FOLLOWED_S, rankCourses, tellingMoment } from "../../src/core/reason/diagnosis/sequence";
import type { Happening, WatchedEvent } from "../../src/core/record/finding/watched";
import { MACHINES } from "../../src/machines";
import { print, quantile } from "./measure";

const SEQUENCES = 300;
const FIRST_SEED = 1;
/** s by which a finger is early or late. */
const HAND_S = 2;
/** Looked on so long after the moment that tells, s. */
const LOOKED_ON_S = 30;

const CHANGES: readonly { readonly lane: Lane; readonly on: Happening; readonly off: Happening }[] = [
  { lane: "drum", on: "turns", off: "stops" },
  { lane: "glow", on: "glow", off: "dark" },
  { lane: "flame", on: "flame", off: "flame-out" },
];

/** Ignitions of gas machines with a fault that nobody knows, tapped by a hand that is off by some: is the true suspect first once it can be told? */
export function sequences(): void {
  const known = MACHINES.filter((m) => m.burner !== undefined).map((machine) => ({
    machine,
    courses: coursesOf(machine, hypothesesOf(machine, { pairs: false })),
  }));
  for (const { machine, courses } of known)
    print({ name: `sequence, ${machine.id}: courses that can be told apart`, figure: courses.length, unit: "courses" });
  measured(known, "parts as rated", (machine) => machine);
  measured(known, "parts within their tolerances and beyond", (machine, seed) => variedMachine(machine, NEAR, seed));
}

type Known = readonly { readonly machine: Machine; readonly courses: readonly Course[] }[];

function measured(known: Known, what: string, stands: (machine: Machine, seed: number) => Machine): void {
  const ms: number[] = [];
  const tells: number[] = [];
  let [first, second, baseline] = [0, 0, 0];
  for (let i = 0; i < SEQUENCES; i++) {
    const seed = FIRST_SEED + i;
    const { machine, courses } = item(known, i % known.length);
    const faulty = courses.filter((c) => isOfBurner(machine, c));
    const random = streamFrom(seed, "sequence");
    const truth = item(faulty, Math.floor(random() * faulty.length));
    const members = truth.members.filter((m) => isBurnerFault(machine, m.faults[0]?.part));
    const { faults, suspect } = item(members, Math.floor(random() * members.length));
    const tellsAt = Math.max(...courses.flatMap((c) => (c === truth ? [] : [tellingMoment(machine, truth, c)?.at ?? FOLLOWED_S])));
    tells.push(tellsAt);
    const seconds = Math.min(FOLLOWED_S, tellsAt + LOOKED_ON_S);
    const events = tapped(stands(machine, seed), faults, seconds, random);
    const begun = performance.now();
    const ranked = rankCourses(machine, courses, { seconds, events });
    ms.push(performance.now() - begun);
    const isTrue = (course: Course | undefined) => course?.members.some((m) => m.suspect === suspect) === true;
    if (isTrue(ranked[0]?.course)) first++;
    if (ranked.slice(0, 2).some((r) => isTrue(r.course))) second++;
    if (isTrue(courses.toSorted((a, b) => b.prior - a.prior)[0])) baseline++;
  }
  const name = `sequence, ${SEQUENCES} ignitions, a hand within ${HAND_S} s, ${what}, seeds ${FIRST_SEED} to ${FIRST_SEED + SEQUENCES - 1}`;
  const share = (n: number): number => n / SEQUENCES;
  print({
    name: `${name}: true suspect first`,
    figure: share(first),
    unit: "share",
    baseline: { what: "the most likely beforehand", figure: share(baseline) },
  });
  print({ name: `${name}: among the first two`, figure: share(second), unit: "share" });
  print({ name: `${name}: it can be told after, median`, figure: quantile(tells, 0.5), unit: "s" });
  print({ name: `${name}: to rank, median`, figure: Number(quantile(ms, 0.5).toFixed(1)), unit: "ms" });
}

const BURNER = ["igniter", "radiant-sensor", "coil", "gas-valve", "gas-supply"];
const isBurnerFault = (machine: Machine, part: string | undefined): boolean =>
  BURNER.includes(machine.parts.find((p) => p.id === part)?.kind ?? "");
const isOfBurner = (machine: Machine, { members }: Course): boolean =>
  members.every((m) => m.faults.length > 0) && members.some((m) => isBurnerFault(machine, m.faults[0]?.part));

function tapped(machine: Machine, faults: Course["members"][number]["faults"], seconds: number, random: () => number): WatchedEvent[] {
  const strip = stripOf(machine, faults, seconds);
  const off = () => HAND_S * (2 * random() - 1);
  return CHANGES.flatMap(({ lane, on, off: ends }) =>
    strip.lanes[lane].flatMap(({ from, to }): WatchedEvent[] => [
      { at: Math.max(0, from + off()), what: on },
      ...(to < seconds ? [{ at: Math.max(0, to + off()), what: ends }] : []),
    ]),
  ).sort((a, b) => a.at - b.at);
}
