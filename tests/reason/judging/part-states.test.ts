import { describe, expect, test } from "vitest";
import { COMMON_METER } from "../../../src/core/model/instrument/meter";
import { partOf } from "../../../src/core/model/machine/format";
import { partOff } from "../../../src/core/model/machine/wiring";
import { judge } from "../../../src/core/reason/judging/judge";
import { healthyAmps, loadedJoints, terminalBlock } from "../../../src/core/reason/judging/loaded";
import { isReadingOf, statesOf } from "../../../src/core/reason/judging/part-states";
import { fellInHand, onCurve } from "../../../src/core/reason/judging/thermistor";
import { zonesOf } from "../../../src/core/reason/judging/zones";
import { limitsOf } from "../../../src/core/record/finding/limits/limits-of";
import type { MeteredFinding, MeteredQuestion } from "../../../src/core/record/finding/metered";
import { judgementSays, limitsSay } from "../../../src/core/speech/words/bench/judgements";
import { jointSays } from "../../../src/core/speech/words/bench/loaded";
import { leadsInWords, stateSays } from "../../../src/core/speech/words/bench/part-states";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const v45e = shipped("brisk-tolley-v45e");
const c7 = shipped("kelvane-c7");
const g14 = shipped("kelvane-g14");

const statesIn = (machine: typeof e27, id: string): string[] =>
  statesOf(machine, partOf(machine, id)).map(
    (s) => `${stateSays(machine, s)}: ${limitsSay(limitsOf(machine, s.question))}${s.onBench ? "" : " (in the machine)"}`,
  );

describe("all that can be read of a part", () => {
  test("of each sort, in words, with what a healthy one reads", () => {
    const told = [
      [e27, "element"],
      [e27, "high-limit"],
      [e27, "door-switch"],
      [e27, "motor"],
      [g14, "igniter"],
      [g14, "coil-main"],
      [g14, "radiant-sensor"],
      [v45e, "ntc"],
      [c7, "capacitor"],
    ] as const;
    expect(
      told.map(([m, id]) => [`${id}. ${leadsInWords(partOf(m, id))}`, ...statesIn(m, id).map((s) => `  ${s}`)].join("\n")).join("\n"),
    ).toMatchSnapshot();
  });

  test("a reading belongs to one state of its part, on every machine", () => {
    for (const machine of MACHINES)
      for (const part of machine.parts) {
        const states = statesOf(machine, part);
        for (const state of states) {
          const { question } = state;
          if (question.kind !== "ohms") continue;
          const finding = { ...question, result: { is: "OL" as const } };
          expect(
            states.filter((s) => isReadingOf(finding, s)).map((s) => s.id),
            `${machine.id} ${part.id}`,
          ).toEqual([state.id]);
        }
      }
  });
});

const warm = (value: number | null, circumstances: object): MeteredFinding => ({
  kind: "ohms",
  place: { between: ["high-limit.1", "high-limit.2"] as [string, string] },
  result: value === null ? ({ is: "OL" } as const) : ({ is: "value", value, unit: "ohm" } as const),
  circumstances: { wiring: [partOff("high-limit")], ...circumstances },
});

test("a limit that was warmed must have opened; about as warm as it acts, either is right; cooler, it must be closed", () => {
  const opens = partOf(e27, "high-limit");
  const at = "opensC" in opens ? opens.opensC : Number.NaN;
  const told = ([value, circumstances]: readonly [number | null, object]) => {
    const j = judge(e27, warm(value, circumstances));
    return `${j.verdict}: ${judgementSays(j)}`;
  };
  const cases = [
    [null, { partHot: true }],
    [0.2, { partHot: true }],
    [null, { partC: at - 30 }],
    [0.2, { partC: at - 30 }],
    [0.2, { partC: at }],
    [null, { partC: at + 10 }],
  ] as const;
  expect(cases.map(told)).toMatchInlineSnapshot(`
    [
      "pass: Open when heated. That's normal: it acts at 250 °F.",
      "fail: Still closed when heated: stuck closed, should open at 250 °F. Bad, and a fire hazard.",
      "fail: Open at 196 °F; should open at 250 °F. Bad.",
      "pass: Still closed at 196 °F. That's normal: it acts at 250 °F.",
      "cant-tell: It acts near 250 °F. At 250 °F, this can't tell.",
      "pass: Open at 268 °F. That's normal: it acts at 250 °F.",
    ]
  `);
});

test("currents, joints and insulation are judged by what feeds them, by their current and by what was put on them", () => {
  const amps = (value: number, circumstances: object = {}) =>
    judge(e27, { kind: "amps", place: { through: "element" }, result: { is: "value", value, unit: "amp" }, circumstances });
  const drop = (value: number) =>
    judge(e27, {
      kind: "volts",
      place: { between: ["element.1", "H4"] },
      result: { is: "value", value, unit: "volt" },
      circumstances: { cord: "in" },
    });
  const leak = (value: number, circumstances: object) =>
    judge(c7, {
      kind: "ohms",
      place: { between: ["motor.1", "CAB"] },
      result: { is: "value", value, unit: "ohm" },
      circumstances: { wiring: [partOff("motor")], ...circumstances },
    });
  const said = [
    amps(21.5),
    amps(18.5, { supply: 208 }),
    amps(18.5, { supply: 240 }),
    amps(0.4),
    drop(0.05),
    drop(1.1),
    leak(5e6, {}),
    leak(5e6, { testVolts: 500 }),
    leak(4e5, { testVolts: 500 }),
  ].map((j) => `${j.verdict}: ${judgementSays(j)} ${j.hints.join(" ")}`.trim());
  expect(said).toMatchInlineSnapshot(`
    [
      "pass: Actual 20.3 to 22.7 A. Normal is 19.4 to 23.7 A.",
      "pass: Actual 18.0 to 19.0 A. Normal is 16.8 to 20.5 A.",
      "fail: Actual 18.0 to 19.0 A, 0.35 A under. Normal is 19.4 to 23.7 A.",
      "fail: Actual 0.34 to 0.46 A, 18.9 A under. Normal is 19.4 to 23.7 A. one-wire",
      "pass: Actual 0.0 to 0.1 V. Normal is under 0.2 V.",
      "fail: Actual 1.1 to 1.1 V, 0.9 V over. Normal is under 0.2 V.",
      "pass: Actual 4.85 to 5.15 MΩ. Normal is OL, or over 1.00 MΩ. insulation-tester",
      "pass: Actual 4.85 to 5.15 MΩ. Normal is OL, or over 1.00 MΩ.",
      "fail: Actual 396 to 404 kΩ. Normal is OL, or over 1.00 MΩ.",
    ]
  `);
  expect(jointSays(1.1, 22)).toBe("1.1 V drop at 22.0 A = 50 mΩ, 24 W of heat in that connection");
});

test("the terminal block lies behind the cord, and every joint that is offered carries current", () => {
  expect(Object.fromEntries(terminalBlock(e27))).toEqual({ WL1: "TB1", WL2: "TB2", WN: "TBN" });
  expect(Object.fromEntries(terminalBlock(c7))).toEqual({ WL: "F1", WN: "F2" });
  expect(healthyAmps(e27)).toBeGreaterThan(20);
  for (const machine of MACHINES) {
    const joints = loadedJoints(machine);
    expect(joints.length).toBeGreaterThan(4);
    for (const { between, amps } of joints) {
      const judged = judge(machine, {
        kind: "volts",
        place: { between: [between[0], between[1]] },
        result: { is: "value", value: 0, unit: "volt" },
        circumstances: {},
      });
      expect(`${between}: ${judged.limits.of} ${amps > 0}`).toBe(`${between}: joint true`);
    }
  }
});

test("a thermistor on its curve: how far it drifted, what its temperature leaves open, and whether it fell in the hand", () => {
  const read = (value: number, circumstances: object) =>
    onCurve(v45e, {
      kind: "ohms",
      place: { between: ["ntc.1", "ntc.2"] },
      result: { is: "value", value, unit: "ohm" },
      circumstances: { wiring: [partOff("ntc")], ...circumstances },
      meter: { leadOhms: 0 },
    });
  const cold = read(13e3, { partC: 22 });
  expect(cold?.drift.share).toBeCloseTo(13e3 / (cold?.curve ?? 0) - 1, 6);
  expect(cold?.drift.low).toBeLessThan(cold?.drift.share ?? 0);
  expect(cold?.drift.high).toBeGreaterThan(cold?.drift.share ?? 0);
  expect(fellInHand(cold, read(8.5e3, { partHot: true }))).toBe(true);
  expect(fellInHand(cold, read(12.9e3, { partHot: true }))).toBe(false);
  expect(fellInHand(cold, undefined)).toBeUndefined();
  expect(onCurve(v45e, { kind: "ohms", place: { between: ["ntc.1", "ntc.2"] }, result: { is: "OL" }, circumstances: {} })).toBeUndefined();
});

test("the zones of a scale lie side by side from nothing to its end, and where the meter can't tell, the judgement can't either", () => {
  const question: MeteredQuestion = {
    kind: "ohms",
    place: { between: ["element.1", "element.2"] as [string, string] },
    circumstances: { wiring: [partOff("element")] },
  };
  const limits = limitsOf(e27, question);
  const zones = zonesOf(limits, 20, 0.2, COMMON_METER);
  expect(zones[0]?.from).toBe(0);
  expect(zones.at(-1)?.to).toBe(20);
  for (const [i, z] of zones.entries()) if (i > 0) expect(z.from).toBe(zones[i - 1]?.to);
  expect(zones.map((z) => z.verdict)).toEqual(["fail", "cant-tell", "pass", "cant-tell", "fail"]);
  for (const { from, to, verdict } of zones) {
    const shown = (from + to) / 2;
    const j = judge(e27, {
      ...question,
      circumstances: { wiring: [partOff("element")] },
      result: { is: "value", value: shown, unit: "ohm" },
      meter: { leadOhms: 0.2 },
    });
    expect(`${shown.toFixed(2)} ${j.verdict}`).toBe(`${shown.toFixed(2)} ${verdict}`);
  }
});

test("what was read in coarse steps is doubted only where a digit more may turn it", () => {
  const hints = (value: number) =>
    judge(v45e, {
      kind: "ohms",
      place: { between: ["ntc.1", "ntc.2"] },
      result: { is: "value", value, unit: "ohm" },
      circumstances: { wiring: [partOff("ntc")], partC: 22 },
      meter: { leadOhms: 0.2 },
    }).hints;
  expect(hints(11_000)).toContain("range-too-high");
  expect(hints(11_100)).not.toContain("range-too-high");
  expect(hints(11_400)).not.toContain("range-too-high");
  expect(hints(40_000)).not.toContain("range-too-high");
});
