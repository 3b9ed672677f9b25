import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { balanced, balanceOf, inputThrough } from "../../../src/core/model/burner/balance";
import { clocked } from "../../../src/core/model/burner/clocking";
import { DRILLS, drillInches, drillsAbout, nearestDrill } from "../../../src/core/model/burner/drills";
import { altitudeShare, FUELS, GASES, USUAL_DISCHARGE } from "../../../src/core/model/burner/gas";
import { igniterStands } from "../../../src/core/model/burner/igniter";
import { orificeFor, otherGas, whatIsInThere } from "../../../src/core/model/burner/mismatch";
import { BURNER_RANGES } from "../../../src/core/model/burner/ranges";
import { reckoned } from "../../../src/core/model/burner/reckoned";
import { coilCelsius, soakOf } from "../../../src/core/model/burner/soak";
import { refusedIn } from "../../../src/core/model/quantity/range";
import { fuelsSay, inThereSays, plateSays, pressureSays } from "../../../src/core/speech/words/bench/burner";

const gas = fc.constantFrom(...GASES);
const diameter = fc.double({ min: 0.02, max: 0.2, noNaN: true });
const pressure = fc.double({ min: 0.5, max: 14, noNaN: true });

test("orifice, pressure and input: any one comes back from the other two", () => {
  fc.assert(
    fc.property(gas, diameter, pressure, fc.double({ min: 0.7, max: 0.95, noNaN: true }), (g, d, p, cd) => {
      const base = balanceOf(g, cd);
      const input = balanced({ ...base, diameter: d, pressure: p })?.input ?? 0;
      expect(balanced({ ...base, diameter: d, input })?.pressure).toBeCloseTo(p, 8);
      expect(balanced({ ...base, pressure: p, input })?.diameter).toBeCloseTo(d, 10);
      expect(balanced({ ...base, pressure: p })).toBeUndefined();
      // Four times the pressure, twice the gas.
      expect(inputThrough(base, d, 4 * p) / inputThrough(base, d, p)).toBeCloseTo(2, 8);
    }),
  );
});

test("what is wanted is worked out though it was typed before; the plate is that of the height", () => {
  const known = { gas: "natural", orificeInches: 0.089, manifoldInWc: 3.5, altitudeFt: 4500 } as const;
  const typed = { input: 20_000, rated: 22_000, discharge: USUAL_DISCHARGE };
  const { found, burns, plate } = reckoned(known, "input", typed);
  expect([found?.unknown, burns, plate]).toEqual(["input", expect.closeTo(21_669, 0), expect.closeTo(19_800, 6)]);
  expect(reckoned(known, "pressure", typed).found?.pressure).toBeLessThan(3.5);
  expect(reckoned(known, "gas", typed)).toMatchObject({ found: undefined, burns: 20_000, pressure: 3.5 });
  expect(fuelsSay(0.089, 3.5, 21_669, USUAL_DISCHARGE)).toContain("That is natural gas");
  expect(fuelsSay(0.089, 3.5, 5_000, USUAL_DISCHARGE)).toContain("Matches neither gas");
});

test("drills grow from 80 to 1; the nearest of a drill is itself, with its neighbours about it", () => {
  expect(DRILLS).toHaveLength(80);
  for (const [i, d] of DRILLS.entries()) {
    if (i > 0) expect(d.inches).toBeLessThan(DRILLS[i - 1]?.inches ?? 0);
    expect(nearestDrill(d.inches)).toEqual(d);
    expect(drillInches(d.number)).toBe(d.inches);
  }
  expect(drillsAbout(0.089).map((d) => d.number)).toEqual([44, 43, 42]);
  expect(drillInches(81)).toBeUndefined();
});

test("the other fuel’s orifice is named as that, whichever burns", () => {
  fc.assert(
    fc.property(gas, fc.integer({ min: 15_000, max: 30_000 }), (burning, plate) => {
      const [low] = FUELS[burning].manifold;
      const wrong = orificeFor(otherGas(burning), plate, USUAL_DISCHARGE);
      const measured = { ...balanceOf(burning, USUAL_DISCHARGE), pressure: low };
      const found = whatIsInThere({ ...measured, input: inputThrough(measured, wrong, low) }, plate);
      expect(found.is).toBe("for-other-fuel");
      expect(inThereSays(burning, found).says).toContain(`orifice for ${FUELS[otherGas(burning)].name}`);
      const right = orificeFor(burning, plate, USUAL_DISCHARGE);
      expect(whatIsInThere({ ...measured, input: inputThrough(measured, right, low) }, plate).is).toBe("right");
    }),
  );
});

test("a meter that is clocked: other loads off it, the hand on the clock carried", () => {
  const found = clocked({ dial: 0.5, seconds: 83.4, heatingValueBtuPerFt3: 1025, others: 600 });
  expect(found.all).toBeCloseTo(22_122, 0);
  expect(found.burner).toBeCloseTo(21_522, 0);
  expect(2 * found.sigma).toBeCloseTo(265, 0);
});

test("altitude: nothing up to 2000 ft, 4% for each 1000 above", () => {
  expect([-300, 0, 2000, 3000, 6500].map(altitudeShare)).toEqual([1, 1, 1, 0.96, 0.8200000000000001]);
});

describe("what is said", () => {
  test("of inputs and pressures", () => {
    expect([
      plateSays(21_520, 22_000),
      plateSays(20_000, 22_000),
      plateSays(24_000, 22_000),
      pressureSays("natural", "manifold", 3.5),
      pressureSays("propane", "manifold", 3.5),
      pressureSays("natural", "supply", 12),
    ]).toMatchInlineSnapshot(`
      [
        {
          "is": "good",
          "says": "2.2% under the plate",
        },
        {
          "is": "bad",
          "says": "9.1% under the plate, under its ±5%",
        },
        {
          "is": "bad",
          "says": "9.1% over the plate, over its ±5%",
        },
        {
          "is": "good",
          "says": "usual for natural gas: 3.5 to 4 in w.c., go by the nameplate",
        },
        {
          "is": "bad",
          "says": "low; usual for propane: 10 to 11 in w.c., go by the nameplate",
        },
        {
          "is": "bad",
          "says": "high; usual for natural gas: 5 to 10.5 in w.c., go by the nameplate",
        },
      ]
    `);
  });
  test("of what can’t be", () => {
    expect([
      refusedIn(BURNER_RANGES.pressure, -1),
      refusedIn(BURNER_RANGES.diameter, 0.3),
      refusedIn(BURNER_RANGES.seconds, 0),
      refusedIn(BURNER_RANGES.input, Number.NaN),
      refusedIn(BURNER_RANGES.pressure, 3.5),
    ]).toMatchInlineSnapshot(`
      [
        "-1 in w.c. can’t be: expected 0.1 to 28 in w.c.; a burner does not light below, and its valve is rated for half a pound per square inch.",
        "0.3 in can’t be: expected 0.0135 to 0.228 in; from drill 80 to drill 1: a larger hole leaves no metal in the spud.",
        "0 s can’t be: expected 1 to 7200 s; a dial takes time to turn, and nobody watches it for hours.",
        "That can’t be: expected 500 to 200000 BTU/h; no burner of such a machine gives less or more.",
        undefined,
      ]
    `);
  });
});

test("a coil’s own resistance tells its temperature; where it settles and at what it opens is found from a soak", () => {
  const cold = { ohms: 1220, celsius: 21 };
  const at = (t: number) => 21 + 62 * (1 - Math.exp(-t / 150));
  const ohms = (c: number) => (cold.ohms * (1 + 3.93e-3 * (c - 20))) / (1 + 3.93e-3 * (cold.celsius - 20));
  expect(coilCelsius(ohms(74), cold)).toBeCloseTo(74, 9);
  const readings = [60, 120, 180, 240].map((seconds) => ({ seconds, ohms: ohms(at(seconds)) }));
  const soak = soakOf(readings, cold);
  expect(soak.settles?.celsius).toBeCloseTo(83, 0);
  expect(soak.settles?.seconds).toBeGreaterThan(130);
  expect(soak.settles?.seconds).toBeLessThan(170);
  expect(soak.opened).toBeUndefined();
  const { opened } = soakOf([...readings, { seconds: 300, ohms: Infinity }], cold);
  expect(opened?.from).toBeCloseTo(at(240), 0);
  expect(opened?.to).toBeCloseTo(at(300), 0);
});

test("an igniter is judged by ohms and amps together: good ohms do not clear it", () => {
  const rated = { volts: 120, hotOhms: 42 };
  expect(
    [
      [190, 2.9],
      [190, 2.1],
      [Infinity, undefined],
      [190, 0],
      [40, 4],
      [undefined, undefined],
    ].map(([cold, amps]) => igniterStands(rated, cold, amps)),
  ).toEqual(["good", "aged", "open", "open", "odd", undefined]);
});
