import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { voltsBetween } from "../../../src/core/model/circuit/solve";
import { type Fault, FaultSet } from "../../../src/core/model/machine/fault";
import { operate, startScript } from "../../../src/core/model/machine/run/operate";
import type { Frame } from "../../../src/core/model/machine/run/timeline";
import { shipped } from "../../job-of";

const machine = shipped("kelvane-g14");
const run = (faults: readonly Fault[], until = 960): readonly Frame[] =>
  operate(machine, new FaultSet(faults), startScript(machine, until)).frames;

const glows = (f: Frame) => f.igniterC > 820;
/** Gives how often something begins in a timeline. */
const starts = (frames: readonly Frame[], is: (f: Frame) => boolean) =>
  frames.filter((f, i) => is(f) && !(i > 0 && is(item(frames, i - 1)))).length;

describe("machine G, from its burner network alone", () => {
  test("a healthy one glows, lights as the sensor opens, goes dark, and burns until the thermostat opens", () => {
    const frames = run([], 300);
    const glow = frames.find(glows)?.at ?? Infinity;
    const opened = frames.find((f) => f.condition.opened.has("radiant-sensor"))?.at ?? Infinity;
    const flame = frames.find((f) => f.flame)?.at ?? Infinity;
    expect(glow).toBeLessThan(60);
    expect(opened).toBeGreaterThan(15);
    expect(opened).toBeLessThan(90);
    expect(flame - opened).toBeLessThan(3);
    const dark = frames.find((f) => f.at > flame && f.igniterC < 650)?.at ?? Infinity;
    expect(dark - flame).toBeLessThan(40);
    expect(frames.at(-1)?.flame).toBe(true);
  });

  test("it lights again after its thermostat cycles", () => expect(starts(run([]), (f) => f.flame)).toBeGreaterThanOrEqual(3));

  test.each([
    ["an open igniter", [{ part: "igniter", mode: "open" }]],
    ["an open sensor", [{ part: "radiant-sensor", mode: "open" }]],
    ["an open limit upstream", [{ part: "high-limit", mode: "open" }]],
    ["an igniter aged too far", [{ part: "igniter", mode: "aged", severity: 1.5 }]],
  ])("%s: no glow, no flame", (_, faults) => {
    const frames = run(faults);
    expect(frames.some(glows)).toBe(false);
    expect(frames.some((f) => f.flame)).toBe(false);
  });

  test("a sensor stuck closed: glows and never goes dark, no flame", () => {
    const frames = run([{ part: "radiant-sensor", mode: "welded" }]);
    expect(starts(frames, glows)).toBe(1);
    expect(frames.at(-1)?.igniterC).toBeGreaterThan(1200);
    expect(frames.some((f) => f.flame)).toBe(false);
  });

  test.each([
    ["main coil open", [{ part: "coil-main", mode: "open" }]],
    ["holding coil open", [{ part: "coil-hold", mode: "open" }]],
    ["booster coil open", [{ part: "coil-boost", mode: "open" }]],
    ["gas shut", [{ part: "gas-cock", mode: "shut" }]],
    ["valve stuck", [{ part: "gas-valve", mode: "stuck" }]],
  ])("%s: glows, goes dark, no flame, glows again a minute later, for ever", (_, faults) => {
    const frames = run(faults);
    expect(frames.some((f) => f.flame)).toBe(false);
    const times = frames.filter((f, i) => glows(f) && !(i > 0 && glows(item(frames, i - 1)))).map((f) => f.at);
    expect(times.length).toBeGreaterThan(6);
    for (let i = 1; i < times.length; i++) expect(item(times, i) - item(times, i - 1)).toBeLessThan(150);
  });

  test.each(["coil-main", "coil-hold"])(
    "a %s that opens when hot: lights first, loses the flame after minutes, then glow, dark, glow without a flame",
    (part) => {
      const frames = run([{ part, mode: "opens-hot" }]);
      const lit = frames.find((f) => f.flame)?.at ?? Infinity;
      const lost = frames.find((f) => f.at > lit && !f.flame)?.at ?? Infinity;
      expect(lit).toBeLessThan(90);
      expect(lost - lit).toBeGreaterThan(60);
      const after = frames.filter((f) => f.at > lost && f.at < lost + 150);
      expect(starts(after, glows)).toBeGreaterThanOrEqual(2);
      expect(after.some((f) => f.flame)).toBe(false);
    },
  );

  test("short flame, long pauses: a choked vent cycles the high limit", () => {
    const frames = run([{ part: "duct", mode: "choked", severity: 0.3 }]);
    expect(frames.some((f) => f.condition.opened.has("high-limit"))).toBe(true);
    const burning = frames.filter((f) => f.flame).length / frames.length;
    expect(burning).toBeLessThan(0.5);
  });

  test("sensor closed: the igniter has the line and the main coil none; open: the main coil has nearly all", () => {
    const frames = run([], 300);
    const volts = (f: Frame, a: string, b: string) => Math.abs(voltsBetween(f.point, a, b));
    const closed = frames.find((f) => f.at > 10 && !f.condition.opened.has("radiant-sensor")) as Frame;
    const open = frames.find((f) => f.condition.opened.has("radiant-sensor")) as Frame;
    expect(volts(closed, "A", "B")).toBeGreaterThan(112);
    expect(volts(closed, "B", "TBN")).toBeLessThan(1);
    expect(volts(open, "B", "TBN")).toBeGreaterThan(110);
    expect(volts(open, "A", "B")).toBeLessThan(8);
  });
});
