import { describe, expect, test } from "vitest";
import { type Fault, FaultSet } from "../../../src/core/model/machine/fault";
import { type Machine, partOfKind } from "../../../src/core/model/machine/format";
import { thermistorC, thermistorOhms } from "../../../src/core/model/machine/parts/kinds/thermistor";
import { operate, startScript } from "../../../src/core/model/machine/run/operate";
import { sightShares } from "../../../src/core/model/sights/shares";
import { shipped } from "../../job-of";

/** The likeliest answer to every sight of a quarter of an hour's run. */
function run(machine: Machine, faults: readonly Fault[], until = 960) {
  const set = new FaultSet(faults);
  const timeline = operate(machine, set, startScript(machine, until));
  const shares = sightShares(machine, set, timeline, true);
  const answers = Object.fromEntries(
    Object.entries(shares).map(([sight, s]) => [sight, Object.entries(s).sort((a, b) => b[1] - a[1])[0]?.[0]]),
  );
  return { frames: timeline.frames, answers, opened: new Set(timeline.frames.flatMap((f) => [...f.condition.opened])) };
}

const v45e = shipped("brisk-tolley-v45e");
const v45g = shipped("brisk-tolley-v45g");
const c7 = shipped("kelvane-c7");

describe("machine B: a board with relays and a thermistor", () => {
  test.each([v45e, v45g])("a healthy $model starts, heats, and cycles by its thermistor", (machine) => {
    const { answers, opened } = run(machine, []);
    expect(answers).toMatchObject({ starts: "yes", warm: "yes", cycles: "yes", keeps: "yes", code: "none", display: "yes", stops: "no" });
    expect(opened).toContain("board:thermostat");
  });

  test.each([
    ["thermistor open: no heat, and its code", [{ part: "ntc", mode: "open" }], { turns: "yes", warm: "no", code: "E1" }],
    ["a wire off at its plug is the same to the board", [{ part: "ntc", mode: "joint-open", at: "2" }], { warm: "no", code: "E1" }],
    ["thermistor shorted", [{ part: "ntc", mode: "shorted" }], { turns: "yes", warm: "no", code: "E2" }],
    ["drifted low, it reads too warm: short heat", [{ part: "ntc", mode: "drifted", at: "low", severity: 0.35 }], { cycles: "short" }],
    ["drifted high, it reads too cold: scorching", [{ part: "ntc", mode: "drifted", at: "high", severity: 2.2 }], { cycles: "no" }],
    ["heat relay open: no heat, said after four minutes", [{ part: "heat-relay", mode: "open" }], { warm: "no", code: "E7" }],
    [
      "door sense open: it refuses to start, and says so",
      [{ part: "door-sense", mode: "open" }],
      { starts: "no", display: "yes", code: "E3" },
    ],
    ["board dead: dark", [{ part: "board", mode: "dead" }], { starts: "no", display: "no", code: "none" }],
    ["blower fuse in the motor branch: no start, display lit", [{ part: "blower-fuse", mode: "open" }], { starts: "no", display: "yes" }],
    ["lost L2: turns, no heat", [{ part: "supply", mode: "lost", at: "L2" }], { turns: "yes", warm: "no", code: "E7" }],
  ] as [string, Fault[], Record<string, string>][])("V45E: %s", (_, faults, expected) => {
    expect(run(v45e, faults).answers).toMatchObject(expected);
  });

  test("V45G: a main coil that opens when hot loses the flame after it was lit", () => {
    const { frames } = run(v45g, [{ part: "coil-main", mode: "opens-hot" }]);
    const lit = frames.find((f) => f.flame)?.at ?? Infinity;
    expect(lit).toBeLessThan(120);
    expect(frames.some((f) => f.at > lit + 60 && !f.flame && f.condition.opened.has("coil-main"))).toBe(true);
  });
});

describe("machine C: condenser, 230 V", () => {
  test.each([
    ["healthy", [], { starts: "yes", warm: "yes", cycles: "yes", trips: "no", code: "none" }],
    ["tank full: refuses to start, with its code", [{ part: "tank", mode: "full" }], { starts: "no", display: "yes", code: "F5" }],
    ["a pump blocked with lint fills the sump: the same", [{ part: "pump", mode: "stalled" }], { starts: "no", code: "F5" }],
    ["door switch open: nothing behind it lives", [{ part: "door-switch", mode: "open" }], { starts: "no", display: "no" }],
    ["a wet motor trips the residual-current device", [{ part: "motor", mode: "wet", severity: 3000 }], { trips: "yes" }],
    ["a shorted board trips the house fuse", [{ part: "board", mode: "shorted" }], { trips: "yes" }],
    ["capacitor open: hums", [{ part: "capacitor", mode: "open" }], { starts: "no", hums: "yes", trips: "no" }],
    ["cut-off blown: turns, no heat", [{ part: "cut-off", mode: "open" }], { turns: "yes", warm: "no", code: "F8" }],
    ["filters choked: the limit cycles", [{ part: "duct", mode: "choked", severity: 0.2 }], { cycles: "short" }],
  ] as [string, Fault[], Record<string, string>][])("%s", (_, faults, expected) => {
    expect(run(c7, faults).answers).toMatchObject(expected);
  });

  test("a stalled motor opens its own protector and tries again when it has cooled", () => {
    const { frames } = run(c7, [{ part: "motor", mode: "seized" }]);
    const opened = frames.map((f) => f.condition.opened.has("motor"));
    const first = opened.indexOf(true);
    expect(frames[first]?.at).toBeLessThan(120);
    expect(opened.slice(first).includes(false)).toBe(true);
  });

  test("one coil of two gone leaves its share of the heat", () => {
    const watts = (faults: Fault[]) => Math.max(...run(c7, faults).frames.map((f) => f.heatW));
    expect(watts([{ part: "element-b", mode: "open" }]) / watts([])).toBeCloseTo(1400 / 2300, 2);
  });
});

test("a clockwork timer cools down and stops after its minutes; with its motor open it never does", () => {
  const e27 = shipped("orrinshaw-e27");
  const last = (faults: Fault[]) => run(e27, faults, 3900).frames.at(-1)?.condition;
  expect(last([])?.controls.timer).toBe("off");
  expect(last([])?.atSpeed.size).toBe(0);
  expect(last([{ part: "timer-motor", mode: "open" }])?.controls.timer).toBe("timed-high");
});

test("the thermistor's curve and its inverse agree, and fall with warmth", () => {
  const ntc = partOfKind(v45e, "ntc", "thermistor");
  expect(thermistorOhms(ntc, 25)).toBeCloseTo(10_000, 6);
  for (const c of [-10, 22, 68, 120]) expect(thermistorC(ntc, thermistorOhms(ntc, c))).toBeCloseTo(c, 9);
  expect(thermistorOhms(ntc, 60)).toBeLessThan(thermistorOhms(ntc, 20));
});
