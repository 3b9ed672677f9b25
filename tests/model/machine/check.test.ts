import { describe, expect, test } from "vitest";
import { pathSays, problemSays } from "../../../src/core/model/machine/check/problem";
import { workingProblems } from "../../../src/core/model/machine/check/working";
import { parseMachine, readMachine } from "../../../src/core/model/machine/read";
import { MACHINES } from "../../../src/machines";
import e27 from "../../../src/machines/orrinshaw-e27.machine.json";
import sixth from "../../fixtures/sixth.machine.json";

type File = typeof e27;

/** All that is wrong with the shipped file after a change, each with its path. */
function problemsOf(change: (file: File) => void): string[] {
  const copy = structuredClone(e27);
  change(copy);
  const read = readMachine(copy);
  return read.ok ? [] : read.problems.map((p) => `${pathSays(p.path)}: ${problemSays(p)}`);
}
const at = (file: File, id: string) => file.parts.find((p) => p.id === id) ?? never();
const never = (): never => {
  throw new Error("not in the file");
};

test("the shipped files have no problems, and their healthy machines work", () => {
  expect(problemsOf(() => undefined)).toEqual([]);
  expect(MACHINES.length).toBe(6);
  for (const machine of MACHINES) expect([machine.id, workingProblems(machine)]).toEqual([machine.id, []]);
  expect(workingProblems(parseMachine(sixth))).toEqual([]);
});

describe("what names something that is not there", () => {
  test("panels behind each other, and behind one that is none", () => {
    expect(
      problemsOf((f) => {
        const [first, second] = f.panels;
        Object.assign(first ?? never(), { ways: [{ needs: [second?.id], minutes: 0 }] });
        Object.assign(second ?? never(), { ways: [{ needs: [first?.id, "attic"], minutes: 0 }] });
      }),
    ).toMatchInlineSnapshot(`
      [
        "panels.1.ways.0.needs.1: names “attic”, which is not a panel; expected terminal-cover, console, top, front, bulkhead, belt, drum, rear",
        "panels: the panels terminal-cover, console can’t come off: every way to one needs another of them, or itself",
      ]
    `);
  });

  test("the sheet, the drum, the lamp, the burner and the timer", () => {
    expect(
      problemsOf((f) => {
        Object.assign(f.sheet.rows[0] ?? never(), { parts: ["gone"], from: "Q1" });
        Object.assign(f.drum, { motor: "element", belt: "string" });
        Object.assign(f, { lamp: "candle", burner: { igniter: "spark", sensor: "eye", gas: "bottle", watts: 1, ignitesAboveC: 1 } });
        Object.assign(f.timer, { control: "clock", motor: "motor" });
      }),
    ).toMatchInlineSnapshot(`
      [
        "sheet.rows.0.parts: names “gone”, which is not a part; expected supply, cord-l1, cord-n, cord-l2, cord-g, timer-motor-contact, door-switch, blower-fuse, belt-switch, belt, start-switch, hold-contact…",
        "sheet.rows.0.from: begins or ends at “Q1”, which is neither a rail nor a net of another row nor one that its parts touch",
        "parts.0: “supply” is on no row of the sheet and not beside it",
        "parts.1: “cord-l1” is on no row of the sheet and not beside it",
        "parts.2: “cord-n” is on no row of the sheet and not beside it",
        "drum.motor: names “element”, which is not a part of kind motor; expected motor",
        "drum.belt: names “string”, which is not a part of kind belt; expected belt",
        "lamp: names “candle”, which is not a part of kind resistor; expected timer-motor, bias-heater, lamp",
        "timer.motor: names “motor”, which is not a part of kind resistor; expected timer-motor, bias-heater, lamp",
        "timer.advances.0.to.control: names “clock”, which is not a control; expected timer, door, start, heat, belt",
        "timer.advances.1.to.control: names “clock”, which is not a control; expected timer, door, start, heat, belt",
        "burner.igniter: names “spark”, which is not a part of kind igniter",
        "burner.sensor: names “eye”, which is not a part of kind radiant-sensor",
        "burner.gas: names “bottle”, which is not a part of kind gas-supply",
      ]
    `);
  });

  test("a net that only one terminal touches, a part on no row or on two, a severity out of its range", () => {
    expect(
      problemsOf((f) => {
        Object.assign(at(f, "element"), { nets: ["H4", "H55"] });
        f.sheet.beside.push("element");
        f.sheet.rows = f.sheet.rows.filter((r) => !r.parts.flat().includes("timer-motor"));
        const choked = at(f, "duct").faults[0] ?? never();
        Object.assign(choked, { severity: 4 });
        Object.assign(at(f, "element").faults[0] ?? never(), { severity: 0.5 });
      }),
    ).toMatchInlineSnapshot(`
      [
        "parts.21.faults.0.severity: “open” has no severity; leave it out",
        "parts.25.faults.0.severity: is 4; expected 0.01 to 0.99: the free share of its area",
        "parts.21.nets.1: only element touches the net “H55”; a wire has two ends (a misspelt name, or a part is missing)",
        "parts.22.nets.0: only heat-contact touches the net “H5”; a wire has two ends (a misspelt name, or a part is missing)",
        "parts.14: “timer-motor” is on no row of the sheet and not beside it",
        "parts.21: “element” is on the sheet twice",
      ]
    `);
  });

  test("controls, assemblies, sets, causes and ids used twice, all at once", () => {
    expect(
      problemsOf((f) => {
        Object.assign(f.controls[0] ?? never(), { rest: "nowhere" });
        Object.assign(f.parts[4] ?? never(), { id: f.parts[3]?.id });
        Object.assign(f.sets[0] ?? never(), { assemblies: ["heater", "kettle"] });
        Object.assign(f.causes[0]?.cause ?? never(), { part: "poltergeist" });
        Object.assign(f.causes[1]?.damage ?? never(), { mode: "bewitched" });
      }),
    ).toMatchInlineSnapshot(`
      [
        "parts.4.id: “cord-l2” is used twice; give each part a name of its own",
        "controls.0.rest: names “nowhere”, which is not one of its positions; expected off, timed-high, air-only",
        "leads.6.at: names “cord-g.1”, which is not a terminal with a wire; expected cord-l1.1, cord-l1.2, cord-n.1, cord-n.2, cord-l2.1, cord-l2.2, timer-motor-contact.1, timer-motor-contact.2, door-switch.1, door-switch.2, blower-fuse.1, blower-fuse.2…",
        "leads.7.at: names “cord-g.2”, which is not a terminal with a wire; expected cord-l1.1, cord-l1.2, cord-n.1, cord-n.2, cord-l2.1, cord-l2.2, timer-motor-contact.1, timer-motor-contact.2, door-switch.1, door-switch.2, blower-fuse.1, blower-fuse.2…",
        "sets.0.assemblies.0: names “heater”, which is not an assembly or a part; expected supply, cord, timer, door-switch, blower-fuse, belt-switch, belt, start-switch, motor, cycling-thermostat, selector, high-limit…",
        "sets.0.assemblies.1: names “kettle”, which is not an assembly or a part; expected supply, cord, timer, door-switch, blower-fuse, belt-switch, belt, start-switch, motor, cycling-thermostat, selector, high-limit…",
        "causes.0.cause: names “poltergeist choked”, which is not a fault of a part",
        "causes.1.damage: names “blower-fuse bewitched”, which is not a fault of a part",
        "sheet.beside.4: names “cord-g”, which is not a part; expected supply, cord-l1, cord-n, cord-l2, timer-motor-contact, door-switch, blower-fuse, belt-switch, belt, start-switch, hold-contact, motor…",
      ]
    `);
  });
});

test("a field that the format does not have is refused, wherever it stands", () => {
  expect(
    problemsOf((f) => {
      Object.assign(f, { colour: "white" });
      Object.assign(at(f, "element"), { volltage: 240 });
      Object.assign(f.panels[0] ?? never(), { screws: 4 });
      Object.assign(f.thermal, { humidity: 0.4 });
    }),
  ).toMatchInlineSnapshot(`
    [
      "parts.21: Unrecognized key: "volltage"",
      "panels.0: Unrecognized key: "screws"",
      "thermal: Unrecognized key: "humidity"",
      "(file): Unrecognized key: "colour"",
    ]
  `);
});

describe("a well-formed file whose machine does not work is told so", () => {
  const problems = (change: (file: File) => void) => {
    const copy = structuredClone(e27);
    change(copy);
    return workingProblems(parseMachine(copy)).map(problemSays);
  };
  test.each([
    [
      "an element of 240 V between nets of 120 V",
      (f: File) => Object.assign(f.supply.legs[1] ?? never(), { volts: 0 }),
      "never heats: element of 240 V between nets with 118 V",
    ],
    [
      "a start switch that nothing closes",
      (f: File) => Object.assign(at(f, "door-switch"), { closedWhen: { control: "door", in: ["open"] } }),
      "never starts",
    ],
    [
      "a thermostat that never opens",
      (f: File) => Object.assign(at(f, "cycling-thermostat"), { opensC: 400, closesC: 390 }),
      "switches its heat",
    ],
    [
      "a timer drive that needs more volts than it gets",
      (f: File) => Object.assign(at(f, "timer-motor"), { worksAboveVolts: 200 }),
      "timer",
    ],
    ["an element that draws more than the breaker bears", (f: File) => Object.assign(at(f, "element"), { watts: 30_000 }), "breaker"],
  ] as [string, (f: File) => void, string][])("%s", (_, change, says) => {
    const said = problems(change);
    expect(said.length).toBeGreaterThan(0);
    expect(said.join("; ")).toContain(says);
  });
});
