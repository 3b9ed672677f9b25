import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { item } from "../../../src/core/model/array/at";
import { type OperatingPoint, voltsBetween } from "../../../src/core/model/circuit/solve";
import { type Fault, FaultSet } from "../../../src/core/model/machine/fault";
import { MachineError, parseMachine } from "../../../src/core/model/machine/read";
import { operate, startScript } from "../../../src/core/model/machine/run/operate";
import { sightShares } from "../../../src/core/model/sights/shares";
import e27 from "../../../src/machines/orrinshaw-e27.machine.json";
import { shipped } from "../../job-of";

const machine = shipped("orrinshaw-e27");

function run(faults: readonly Fault[], until = 1200) {
  const set = new FaultSet(faults);
  const timeline = operate(machine, set, startScript(machine, until));
  const { frames } = timeline;
  const answers = Object.fromEntries(
    Object.entries(sightShares(machine, set, timeline, until > 900)).map(([sight, shares]) => [
      sight,
      Object.entries(shares).sort((a, b) => b[1] - a[1])[0]?.[0],
    ]),
  );
  return {
    frames,
    last: frames.at(-1) as (typeof frames)[number],
    answers,
    opened: new Set(frames.flatMap((f) => [...f.condition.opened])),
  };
}

describe("machine E, from its circuit and its heat alone", () => {
  test("a healthy one starts, turns, heats, and cycles on its thermostat", () => {
    const { answers, opened, frames } = run([]);
    expect(answers).toMatchObject({
      starts: "yes",
      turns: "yes",
      hums: "no",
      warm: "yes",
      trips: "no",
      lamp: "yes",
      airflow: "strong",
      cycles: "yes",
    });
    expect([...opened]).toEqual(["cycling-thermostat"]);
    const heat = Math.max(...frames.map((f) => f.heatW));
    expect(heat).toBeGreaterThan(4800);
    expect(heat).toBeLessThan(5500);
  });

  test.each([
    ["a lost L2 leg: turns, no heat", [{ part: "supply", mode: "lost", at: "L2" }], { turns: "yes", warm: "no", lamp: "yes" }],
    [
      "a lost L1 leg: no start, no lamp",
      [{ part: "supply", mode: "lost", at: "L1" }],
      { starts: "no", warm: "no", lamp: "no", hums: "no" },
    ],
    [
      "a blown blower fuse: no start at all",
      [{ part: "blower-fuse", mode: "open" }],
      { starts: "no", hums: "no", warm: "no", lamp: "yes" },
    ],
    ["an open element: turns, no heat", [{ part: "element", mode: "open" }], { turns: "yes", warm: "no" }],
    ["an open start winding: hums", [{ part: "motor", mode: "start-open" }], { starts: "no", hums: "yes" }],
    ["a seized motor: hums", [{ part: "motor", mode: "seized" }], { starts: "no", hums: "yes" }],
    ["a broken belt opens its switch: no start", [{ part: "belt", mode: "broken" }], { starts: "no", turns: "no" }],
    [
      "a start button let go too soon: no start, no hum",
      [{ part: "start-use", mode: "wrong", at: "released" }],
      { starts: "no", hums: "no" },
    ],
    ["a cycle without heat: turns, no heat", [{ part: "timer-setting", mode: "wrong", at: "air-only" }], { turns: "yes", warm: "no" }],
    [
      "a half choked duct cycles the high limit",
      [{ part: "duct", mode: "choked", severity: 0.5 }],
      { warm: "yes", airflow: "weak", cycles: "short" },
    ],
    ["a welded cycling thermostat never lets go", [{ part: "cycling-thermostat", mode: "welded" }], { cycles: "no" }],
    ["a ground near L1 trips the breaker", [{ part: "element", mode: "grounded", severity: 0.1 }], { trips: "yes" }],
  ] as [string, Fault[], Record<string, string>][])("%s", (_, faults, expected) => {
    expect(run(faults).answers).toMatchObject(expected);
  });

  test("a fully choked duct blows the cut-off; a half choked one only opens the limit", () => {
    expect(run([{ part: "duct", mode: "choked", severity: 0.05 }]).opened).toContain("cut-off");
    const half = run([{ part: "duct", mode: "choked", severity: 0.5 }]).opened;
    expect(half).toContain("high-limit");
    expect(half).not.toContain("cut-off");
  });

  test("a grounded element heats weakly, at 120 V, with the thermostat open", () => {
    const ground = { part: "element", mode: "grounded", severity: 0.5 };
    const { last } = run([ground, { part: "cycling-thermostat", mode: "open" }]);
    expect(last.heatW).toBeGreaterThan(2000);
    expect(last.heatW).toBeLessThan(3200);
  });

  test("on a 208 V supply it gives three quarters of its heat, and everything else goes on as before", () => {
    const wye = shipped("orrinshaw-e27-208");
    const heat = (m: typeof machine) => Math.max(...operate(m, new FaultSet([]), startScript(m, 300)).frames.map((f) => f.heatW));
    expect(heat(wye) / heat(machine)).toBeCloseTo((208 / 240) ** 2, 2);
    const last = operate(wye, new FaultSet([]), startScript(wye, 60)).frames.at(-1);
    expect(voltsBetween(last?.point as OperatingPoint, "WL1", "WL2")).toBeCloseTo(120 * Math.sqrt(3), 6);
    expect(Math.abs(voltsBetween(last?.point as OperatingPoint, "WL1", "WN"))).toBeCloseTo(120, 0);
    expect(last?.condition.atSpeed.has("motor")).toBe(true);
  });

  test("the same run twice is the same run", () => {
    const faults = [{ part: "duct", mode: "choked", severity: 0.4 }];
    expect(run(faults).frames).toEqual(run(faults).frames);
  });
});

describe("a bad machine file is refused with the path of the wrong field", () => {
  const broken = (change: (m: typeof e27) => void) => {
    const copy = structuredClone(e27);
    change(copy);
    return () => parseMachine(copy, "bad.json");
  };
  test.each([
    [(m: typeof e27) => Object.assign(item(m.parts, 3), { kind: "gizmo" }), /bad\.json: parts\.3\.kind: /],
    [
      (m: typeof e27) => Object.assign(item(m.parts, 5), { panel: "attic" }),
      /parts\.5\.panel: names “attic”, which is not a panel or a place; expected terminal-cover, console/,
    ],
    [
      (m: typeof e27) => Object.assign(m.parts[6]?.faults[0] ?? {}, { mode: "bent" }),
      /parts\.6\.faults\.0\.mode: “bent” is not a way in which a [a-z-]+ fails; expected /,
    ],
    [
      (m: typeof e27) => Object.assign(item(m.controls, 0), { run: "turbo" }),
      /controls\.0\.run: names “turbo”, which is not one of its positions; expected off, timed-high, air-only/,
    ],
    [
      (m: typeof e27) => Object.assign(item(m.testPoints, 2), { net: "Q9" }),
      /testPoints\.2\.net: names “Q9”, which is not a net that a part touches/,
    ],
    [(m: typeof e27) => Object.assign(m, { thermal: undefined }), /bad\.json: thermal: /],
  ])("%#", (change, message) => {
    expect(broken(change)).toThrow(MachineError);
    expect(broken(change)).toThrow(message);
  });
});

test("whatever the constants of its heat, temperatures stay between the room and what the heat can reach", () => {
  const constants = fc.record({
    boxLossWPerK: fc.double({ min: 0.5, max: 900, noNaN: true }),
    boxJPerK: fc.double({ min: 40, max: 2000, noNaN: true }),
  });
  fc.assert(
    fc.property(constants, (thermal) => {
      const other = { ...machine, thermal: { ...machine.thermal, ...thermal } };
      for (const f of operate(other, new FaultSet([]), startScript(other, 240)).frames) {
        expect(f.boxC).toBeGreaterThanOrEqual(machine.thermal.ambientC - 0.5);
        expect(f.boxC).toBeLessThan(700);
      }
    }),
    { numRuns: 25 },
  );
});

test("a sensor that follows at once opens its thermostat as one does that follows within two seconds", () => {
  const openings = (sensorLagS: number) => {
    const { frames } = operate({ ...machine, thermal: { ...machine.thermal, sensorLagS } }, new FaultSet([]), startScript(machine, 1200));
    return frames.filter((f, i) => f.condition.opened.size > (frames[i - 1]?.condition.opened.size ?? 0)).length;
  };
  expect(Math.abs(openings(0.6) - openings(2))).toBeLessThanOrEqual(1);
});
