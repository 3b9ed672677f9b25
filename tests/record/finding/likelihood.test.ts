import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { foreseen, NOT_TO_BE_HAD, OPEN, type Prediction } from "../../../src/core/model/prediction/prediction";
import { Predictor } from "../../../src/core/model/prediction/predictor";
import { SuspectSet } from "../../../src/core/reason/diagnosis/suspect-set";
import { testsOf } from "../../../src/core/reason/planning/tests/tests";
import {
  FINDING_KINDS,
  type Finding,
  findingKind,
  findingSays,
  findingSchema,
  likelihoodsOf,
  type Question,
} from "../../../src/core/record/finding/finding";
import { ohmsLikelihood } from "../../../src/core/record/finding/kinds/ohms";
import { readsHealthy } from "../../../src/core/record/finding/limits/assess";
import { MACHINES } from "../../../src/machines";
import { shipped, suspectsFor } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const judged = { machine: e27, witness: "technician" } as const;

/** ∫ over a range, by the midpoint rule on a grid that is even in the logarithm. */
function integral(of: (x: number) => number, low: number, high: number, steps = 60_000): number {
  const [a, b] = [Math.log(low), Math.log(high)];
  const d = (b - a) / steps;
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const x = Math.exp(a + (i + 0.5) * d);
    sum += of(x) * x * d;
  }
  return sum;
}

describe("a likelihood is a probability", () => {
  test.each([
    ["a closed contact", foreseen(0.2, 0.08)],
    ["an element", foreseen(10.7, 0.4)],
    ["a winding", foreseen(2900, 120)],
    ["an open line", OPEN],
  ] as [string, Prediction][])(
    "of ohms under %s: all values and OL together are one, but for what would lie below nothing",
    (_, prediction) => {
      const finite = integral((x) => ohmsLikelihood(x, prediction), 1e-3, 40e6);
      expect(finite + ohmsLikelihood(null, prediction)).toBeGreaterThan(prediction.is === "value" && prediction.mean < 1 ? 0.9 : 0.99);
      expect(finite + ohmsLikelihood(null, prediction)).toBeLessThan(1.07);
    },
  );

  test.each(MACHINES.map((m) => [m.id, m] as const))(
    "of answers on %s: all answers to a question are one, under any fault",
    (_, machine) => {
      // A table rounds what it keeps: sums are exact only of what is worked out here.
      const set = new SuspectSet(new Predictor(machine), { pairs: false });
      const list = set.faults.filter((__, i) => i % 17 === 0);
      let asked = 0;
      for (const { question } of testsOf(machine)) {
        const asks = findingKind(question).asks(question, machine);
        if (!asks || !("answers" in asks) || question.kind === "code") continue;
        const sums = new Float64Array(list.length);
        for (const value of asks.answers) {
          const finding = { ...question, result: { is: "answer", value } } as Finding;
          likelihoodsOf(set.predictor, list, finding, "technician").forEach((l, i) => {
            sums[i] = (sums[i] ?? 0) + l;
          });
        }
        for (const sum of sums) expect(Math.min(Math.abs(sum - 1), Math.abs(sum - asks.answers.length))).toBeLessThan(1e-9);
        asked++;
      }
      expect(asked).toBeGreaterThan(12);
    },
  );

  test("nothing that is found rules a fault out altogether, and what could not be foreseen weighs nothing", () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e7, noNaN: true }), fc.double({ min: 0, max: 1e5, noNaN: true }), (value, mean) => {
        expect(ohmsLikelihood(value, foreseen(mean, 0.1 + mean / 50))).toBeGreaterThan(0);
        expect(ohmsLikelihood(null, foreseen(mean, 0.1))).toBeGreaterThan(0);
      }),
      { numRuns: 300 },
    );
    const weightless: [Finding, Prediction][] = [
      [
        { kind: "pressure", place: { stream: "manifold" }, result: { is: "value", value: 870, unit: "pascal" }, circumstances: {} },
        NOT_TO_BE_HAD,
      ],
      [
        { kind: "temperature", place: { part: "motor" }, result: { is: "value", value: 60, unit: "celsius" }, circumstances: {} },
        NOT_TO_BE_HAD,
      ],
      [
        { kind: "sight", place: { sight: "warm" }, result: { is: "answer", value: "unknown" }, circumstances: {} },
        { is: "answer", shares: { yes: 1, no: 0 } },
      ],
    ];
    for (const [finding, prediction] of weightless) expect(findingKind(finding).likelihood(finding, prediction, judged)).toBe(1);
  });
});

test("a customer's word weighs less than a technician's", () => {
  const set = suspectsFor(e27);
  const finding: Finding = { kind: "sight", place: { sight: "turns" }, result: { is: "answer", value: "no" }, circumstances: {} };
  const spread = (witness: "customer" | "technician") => {
    const l = likelihoodsOf(set.predictor, set.faults, finding, witness);
    return Math.max(...l) / Math.min(...l);
  };
  expect(spread("technician")).toBeGreaterThan(spread("customer"));
});

describe("whether a reading is what a good machine gives", () => {
  const read = (value: number | null): Finding => ({
    kind: "ohms",
    place: { between: ["element.1", "element.2"] },
    result: value === null ? { is: "OL" } : { is: "value", value, unit: "ohm" },
    circumstances: { wiring: [{ edit: "part-off", part: "element" }] },
  });
  test.each([
    [10.7, true],
    [11.2, true],
    [null, false],
    [0.2, false],
    [25, false],
  ])("an element at %s: %s", (value, healthy) => expect(readsHealthy(e27, read(value))).toBe(healthy));
  test("OL is right where nothing is joined; what is no reading is not judged", () => {
    const toCabinet = { ...read(null), place: { between: ["element.1", e27.cabinet] } } as Finding;
    expect(readsHealthy(e27, toCabinet)).toBe(true);
    expect(readsHealthy(e27, undefined)).toBe(true);
    expect(readsHealthy(e27, { kind: "sight", place: { sight: "warm" }, result: { is: "answer", value: "no" }, circumstances: {} })).toBe(
      true,
    );
  });
});

/** One finding of every kind, as it is recorded. */
const EXAMPLES: Record<Finding["kind"], Finding> = {
  sight: { kind: "sight", place: { sight: "glow" }, result: { is: "answer", value: "yes" }, circumstances: { secondsIntoRun: 20 } },
  airway: {
    kind: "airway",
    place: { airway: "hood" },
    result: { is: "answer", value: "stuck", louvres: { open: 1, of: 4 } },
    circumstances: {},
  },
  code: { kind: "code", place: { on: "display" }, result: { is: "answer", value: "none" }, circumstances: {} },
  look: { kind: "look", place: { part: "belt" }, result: { is: "answer", value: "bad" }, circumstances: { panelsOff: ["top"] } },
  ohms: {
    kind: "ohms",
    place: { between: ["H3", "H4"] },
    result: { is: "OL" },
    circumstances: { power: "dead" },
    meter: { name: "spare", leadOhms: 0.2 },
  },
  volts: {
    kind: "volts",
    place: { between: ["TB1", "TB2"] },
    result: { is: "value", value: 238, unit: "volt" },
    circumstances: { power: "live" },
  },
  amps: { kind: "amps", place: { through: "element" }, result: { is: "value", value: 21.8, unit: "amp" }, circumstances: {} },
  temperature: {
    kind: "temperature",
    place: { stream: "exhaust" },
    result: { is: "value", value: 61, unit: "celsius" },
    circumstances: { ambientC: 19 },
  },
  pressure: { kind: "pressure", place: { stream: "duct" }, result: { is: "value", value: 150, unit: "pascal" }, circumstances: {} },
  airspeed: {
    kind: "airspeed",
    place: { stream: "hood" },
    result: { is: "value", value: 3.2, unit: "metre-per-second" },
    circumstances: {},
  },
  flow: {
    kind: "flow",
    place: { stream: "duct" },
    result: { is: "flow", value: 0.05, sigma: 0.004, by: ["back pressure"] },
    circumstances: {},
  },
  input: { kind: "input", place: { of: "burner" }, result: { is: "input", value: 6200, sigma: 90, by: "meter" }, circumstances: {} },
  capacitance: {
    kind: "capacitance",
    place: { part: "capacitor" },
    result: { is: "value", value: 7.6e-6, unit: "farad" },
    circumstances: {},
  },
  spot: { kind: "spot", place: { joint: "element" }, result: { is: "answer", value: "bad" }, circumstances: {} },
  verdict: { kind: "verdict", place: { part: "element", to: "cabinet" }, result: { is: "answer", value: "bad" }, circumstances: {} },
  setting: { kind: "setting", place: { control: "timer" }, result: { is: "answer", value: "air-only" }, circumstances: {} },
  series: {
    kind: "series",
    place: { of: "exhaust" },
    result: { is: "series", file: "a".repeat(64), unit: "celsius", summary: { seconds: 900, rows: 450, least: 21, most: 66, mean: 55 } },
    circumstances: {},
  },
};

test("every kind has its schema, its words, and a place in the list", () => {
  expect(FINDING_KINDS.map((k) => k.kind).sort()).toEqual(Object.keys(EXAMPLES).sort());
  for (const finding of Object.values(EXAMPLES)) expect(findingSchema.parse(finding)).toEqual(finding);
  expect(
    Object.values(EXAMPLES)
      .map((f) => findingSays(f, e27))
      .join("\n"),
  ).toMatchInlineSnapshot(`
    "Igniter glows after 20 s
    Hood outside: louvers stuck, 1 of 4 louvers open
    No code
    Drum belt looks bad
    H3 to H4, wires on: OL
    TB1 to TB2: 238 V
    Heating element draws 21.8 A
    Exhaust at its hottest: 142 °F
    Back pressure: 0.60 in w.c.
    Air at the hood: 630 fpm
    Airflow calculated: 106 ± 17 cfm (from back pressure)
    Burner input clocked: 21155 ± 614 BTU/h
    capacitor holds 7.60 µF
    Joint at the heating element looks bad
    Heating element is grounded: it leaks to the cabinet
    Timer found at air only
    Log of the exhaust: 70 °F to 151 °F over 15 min"
  `);
});

test.each([
  ["an answer that is none", { ...EXAMPLES.sight, result: { is: "answer", value: "maybe" } }],
  ["OL on a volt range", { ...EXAMPLES.volts, result: { is: "OL" } }],
  ["below zero ohms", { ...EXAMPLES.ohms, result: { is: "value", value: -1, unit: "ohm" } }],
  ["a unit of another kind", { ...EXAMPLES.volts, result: { is: "value", value: 5, unit: "ohm" } }],
  ["both probes on one point", { ...EXAMPLES.ohms, place: { between: ["H3", "H3"] } }],
  ["a temperature that nothing has", { ...EXAMPLES.temperature, result: { is: "value", value: 9000, unit: "celsius" } }],
  ["a log without its file", { ...EXAMPLES.series, result: { ...EXAMPLES.series.result, file: "log.csv" } }],
  ["a circumstance that is none", { ...EXAMPLES.look, circumstances: { mood: "bad" } }],
  ["a place too much", { ...EXAMPLES.code, place: { on: "display", part: "board" } }],
])("%s is refused", (_, finding) => expect(findingSchema.safeParse(finding).success).toBe(false));

test("what names something that the machine does not have is known by that name", () => {
  const strange: [Question, string][] = [
    [{ ...EXAMPLES.look, place: { part: "flux" } } as Question, "flux"],
    [{ ...EXAMPLES.ohms, place: { between: ["H3", "Q9"] } } as Question, "Q9"],
    [{ ...EXAMPLES.ohms, place: { between: ["element.7", "H3"] } } as Question, "element.7"],
    [{ ...EXAMPLES.amps, place: { through: "flux" } } as Question, "flux"],
  ];
  for (const [question, name] of strange) expect(findingKind(question).unknownName(question, e27)).toBe(name);
  for (const { kind, ...finding } of Object.values(EXAMPLES))
    expect(findingKind({ kind }).unknownName({ kind, ...finding } as Finding, e27)).toBe(
      { capacitance: "capacitor", input: "burner" }[kind as string],
    );
});

test("power in which each is found", () => {
  const power = Object.values(EXAMPLES).map((f) => `${f.kind} ${findingKind(f).power(f, e27)}`);
  expect(power.join(", ")).toMatchInlineSnapshot(
    `"sight any, airway any, code any, look any, ohms dead, volts live, amps live, temperature on, pressure on, airspeed on, flow any, input on, capacitance dead, spot any, verdict any, setting any, series any"`,
  );
  const outlet = { ...EXAMPLES.volts, place: { between: ["WL1", "WN"] } } as Finding;
  expect(findingKind(outlet).power(outlet, e27)).toBe("wall");
  expect(findingKind(outlet).power(outlet, undefined)).toBe("live");
});
