import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { LANES, type Lane, lanesOf, partsAt, type Strip, stripOf } from "../../../src/core/model/prediction/run-strip";
import { findingSays } from "../../../src/core/record/finding/finding";
import { HAPPENINGS, type Happening, happeningsOf, sightsOfRun, type WatchedEvent } from "../../../src/core/record/finding/watched";
import { soFar, toldSpans } from "../../../src/core/record/finding/watched-strip";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";

const g14 = shipped("kelvane-g14");
const e27 = shipped("orrinshaw-e27");
const S = 180;

/** Gives what an attentive person would tap of a run that went so. */
function tapped(strip: Strip): WatchedEvent[] {
  const of = (lane: Lane, on: Happening, off?: Happening): WatchedEvent[] =>
    strip.lanes[lane].flatMap((s) => [{ at: s.from, what: on }, ...(off && s.to < S ? [{ at: s.to, what: off }] : [])]);
  const warm = of("warm", "warm").slice(0, 1);
  return [...of("drum", "turns", "stops"), ...of("glow", "glow", "dark"), ...of("flame", "flame", "flame-out"), ...warm].sort(
    (a, b) => a.at - b.at,
  );
}

describe("a strip", () => {
  test("of every healthy machine: it turns, it heats, and what is told of it stands as it should at every moment", () => {
    for (const machine of MACHINES) {
      const strip = stripOf(machine, [], S);
      expect(strip.lanes.drum[0]?.from, machine.id).toBeLessThan(5);
      expect(strip.lanes.warm[0]?.from, machine.id).toBeLessThan(150);
      expect(strip.lanes.flame.length > 0).toBe(machine.burner !== undefined);
      const events = tapped(strip);
      for (let now = 0; now <= S; now += 5) {
        const told = events.filter((e) => e.at <= now);
        expect(soFar(strip, told, now, lanesOf(machine)), `${machine.id} at ${now}`).toMatchObject({ is: "healthy" });
      }
    }
  });

  test("an open igniter is late at the glow; its run parts from a healthy one there", () => {
    const [well, open] = [stripOf(g14, [], S), stripOf(g14, [{ part: "igniter", mode: "open" }], S)];
    expect(open.lanes.glow).toEqual([]);
    const parts = partsAt(well, open, 0, S, lanesOf(g14));
    expect(parts?.lane).toBe("glow");
    expect(parts?.at).toBeLessThan(40);
    expect(soFar(well, tapped(open), 60, lanesOf(g14))).toMatchObject({ is: "late", lane: "glow" });
    expect(partsAt(well, well, 0, S, LANES)).toBeUndefined();
  });

  test("a hum or a tripped breaker is never as on a good machine, whatever else went well", () => {
    const well = stripOf(e27, [], S);
    for (const what of ["hums", "trips"] as const)
      expect(soFar(well, [...tapped(well), { at: 100, what }], S, lanesOf(e27))).toEqual({ is: "wrong", what, at: 100 });
  });

  test("a broken belt turns no drum though the motor runs", () => {
    expect(stripOf(e27, [{ part: "belt", mode: "broken" }], S).lanes.drum).toEqual([]);
  });

  test("what began and did not end lasts until now", () => {
    const events: WatchedEvent[] = [
      { at: 3, what: "turns" },
      { at: 40, what: "stops" },
      { at: 50, what: "turns" },
    ];
    expect(toldSpans("drum", events, 70)).toEqual([
      { from: 3, to: 40 },
      { from: 50, to: 70 },
    ]);
  });
});

describe("what a run tells", () => {
  const says = (machine: typeof e27, seconds: number, taps: Record<string, Happening>) => {
    const events = Object.entries(taps).map(([at, what]) => ({ at: Number(at), what }));
    return sightsOfRun(machine, { seconds, events })
      .map((f) => findingSays(f, machine))
      .join(" · ");
  };

  test("of a good machine, as it is tapped, is what a good machine shows", () => {
    for (const machine of MACHINES) {
      const told = sightsOfRun(machine, { seconds: S, events: tapped(stripOf(machine, [], S)) }).map((f) => findingSays(f, machine));
      expect(told.join(), machine.id).toMatch(
        /^Starts,Drum turns,Warm air(,Igniter glows after [^,]+,Igniter goes dark after [^,]+,Flame after [^,]+)?$/,
      );
    }
  });

  test("in words: nothing is told that was not looked at long enough", () => {
    expect(
      [
        says(e27, 8, {}),
        says(e27, 20, {}),
        says(e27, 30, { 2: "hums" }),
        says(e27, 130, { 3: "turns" }),
        says(e27, 30, { 3: "motor" }),
        says(e27, 60, { 3: "turns", 40: "stops", 41: "trips" }),
        says(g14, 130, { 3: "turns", 18: "glow", 40: "dark" }),
        says(g14, 240, { 3: "turns", 18: "glow", 40: "dark", 41: "flame", 80: "warm", 98: "flame-out" }),
      ].join("\n"),
    ).toMatchInlineSnapshot(`
      "
      Does not start · Drum does not turn
      Does not start · Drum does not turn · Hums, does not turn
      Starts · Drum turns · No warm air
      Starts · Drum does not turn
      Starts · Drum turns · Trips the breaker · Stops early
      Starts · Drum turns · No warm air · Igniter glows after 18 s · Igniter goes dark after 40 s · No flame
      Starts · Drum turns · Warm air · Igniter glows after 18 s · Igniter goes dark after 40 s · Flame after 41 s · Loses its heat after a while"
    `);
  });

  test("whatever is tapped, each sight is told once, and none before anything ran or could have", () => {
    const event = fc.record({ at: fc.integer({ min: 0, max: 300 }), what: fc.constantFrom(...HAPPENINGS) });
    fc.assert(
      fc.property(
        fc.constantFrom(...MACHINES),
        fc.array(event, { maxLength: 20 }),
        fc.integer({ min: 0, max: 600 }),
        (machine, taps, seconds) => {
          const events = taps.filter((e) => happeningsOf(machine).includes(e.what)).sort((a, b) => a.at - b.at);
          const sights = sightsOfRun(machine, { seconds, events }).map((f) => JSON.stringify(f.place));
          expect(new Set(sights).size).toBe(sights.length);
          if (events.length === 0 && seconds < 15) expect(sights).toEqual([]);
        },
      ),
    );
  });
});

test("who forgot to tap the drum, but tapped what only a running machine does, does not tell that it did not start", () => {
  const told = (events: Parameters<typeof sightsOfRun>[1]["events"]) =>
    sightsOfRun(shipped("kelvane-g14"), { seconds: 130, events }).map(
      (f) => `${Object.values(f.place)[0]} ${f.result.is === "answer" ? f.result.value : ""}`,
    );
  expect(
    told([
      { at: 20, what: "glow" },
      { at: 50, what: "click" },
      { at: 52, what: "flame" },
    ]),
  ).toEqual(expect.arrayContaining(["starts yes", "clicks yes", "glow yes", "flame yes"]));
  expect(told([{ at: 20, what: "glow" }]).some((s) => s.startsWith("turns"))).toBe(false);
  expect(told([{ at: 2, what: "hums" }])).toEqual(expect.arrayContaining(["starts no", "turns no", "hums yes"]));
});
