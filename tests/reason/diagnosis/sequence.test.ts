import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { hypothesesOf } from "../../../src/core/reason/diagnosis/hypotheses";
import { coursesOf, eventsOf, FOLLOWED_S, rankCourses, tellingMoment } from "../../../src/core/reason/diagnosis/sequence";
import { typedRun } from "../../../src/core/record/finding/typed-run";
import { courseSays } from "../../../src/core/speech/words/bench/burner";
import { shipped } from "../../job-of";

const G14 = shipped("kelvane-g14");
const COURSES = coursesOf(G14, hypothesesOf(G14, { pairs: false }));
const LANES = ["drum", "glow", "flame"] as const;
const courseOf = (id: string) =>
  item(
    COURSES,
    COURSES.findIndex((c) => c.members.some((m) => m.id === id)),
  );

test("a run that goes just like a course, watched to the end, has that course first; no run has shares other than of one", () => {
  for (const course of COURSES) {
    const ranked = rankCourses(G14, COURSES, { seconds: FOLLOWED_S, events: eventsOf(course.strip, LANES, FOLLOWED_S) });
    expect(ranked.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 9);
    const [first] = ranked;
    // Whoever is ten times rarer beforehand may stay second.
    if (first?.course !== course) expect((first?.course.prior ?? 0) / course.prior).toBeGreaterThan(3);
  }
});

describe("a main coil that opens hot", () => {
  const hot = courseOf("coil-main:opens-hot");
  const cold = courseOf("coil-main:open");

  test("lights the first time: within the first minute nothing tells it from a good one; the second cycle does", () => {
    const healthy = courseOf("");
    const telling = tellingMoment(G14, hot, healthy);
    expect(telling?.at).toBeGreaterThan(120);
    const at = (seconds: number) => rankCourses(G14, COURSES, { seconds, events: eventsOf(hot.strip, LANES, seconds) });
    const shareIn = (ranked: ReturnType<typeof at>) => ranked.find((r) => r.course === hot)?.share ?? 0;
    expect(shareIn(at(90))).toBeLessThan(0.3);
    const late = at(FOLLOWED_S);
    expect(late[0]?.course).toBe(hot);
    expect(courseSays(G14, item(late, 0))).toContain("ain coil");
  });

  test("is told at once from one that is open cold", () => {
    expect(tellingMoment(G14, cold, hot)?.at).toBeLessThan(150);
  });
});

test("what nobody can tell by the clock is one course: shut gas, a stuck valve and an open main coil", () => {
  expect(new Set(["gas-cock:shut", "gas-valve:stuck", "coil-main:open"].map(courseOf)).size).toBe(1);
});

test("a run is typed as people say it; what can’t be read is named", () => {
  expect(typedRun("turns 1, glow 32, flame 0:58; dark at 60 s, flame out 1:45")).toEqual({
    ok: true,
    events: [
      { at: 1, what: "turns" },
      { at: 32, what: "glow" },
      { at: 58, what: "flame" },
      { at: 60, what: "dark" },
      { at: 105, what: "flame-out" },
    ],
  });
  expect(["glow", "sparks 12", "", "glow 99999"].map((t) => (typedRun(t) as { why?: string }).why)).toMatchInlineSnapshot(`
    [
      "“glow” has no time; expected such as “glow 32” or “flame 1:16”",
      "“sparks” is nothing that happens in a run; expected motor runs, drum turns, drum stops, flame out, warm air, flame, click, trips, glow, dark, hum",
      "nothing is typed yet; expected such as “glow 32, dark 75, flame 1:16”",
      "99999 s is longer than any run; expected seconds or minutes:seconds after start",
    ]
  `);
});
