import fc from "fast-check";
import { expect, test } from "vitest";
import { betaOhms } from "../../../src/core/model/physics/thermistor-beta";
import { threePointCelsius, threePointOhms } from "../../../src/core/model/physics/thermistor-points";

/** Points of a curve whose beta rises with temperature, as those of makers do. */
const curve = fc.record({
  r25: fc.double({ min: 500, max: 200e3, noNaN: true }),
  beta: fc.double({ min: 3200, max: 4500, noNaN: true }),
  bends: fc.double({ min: -0.4, max: 0.4, noNaN: true }),
});

test("ohms at a temperature and the temperature at those ohms are each other's inverse, through all three points", () => {
  fc.assert(
    fc.property(curve, fc.double({ min: -10, max: 110, noNaN: true }), ({ r25, beta, bends }, celsius) => {
      const at = (c: number) => ({ celsius: c, ohms: betaOhms(r25, beta + bends * (c - 25), c) });
      const points = [at(0), at(50), at(100)] as const;
      for (const p of points) expect(threePointOhms(points, p.celsius) / p.ohms).toBeCloseTo(1, 9);
      expect(threePointCelsius(points, threePointOhms(points, celsius))).toBeCloseTo(celsius, 6);
    }),
  );
});

test("two points with the same ohms are refused", () => {
  const p = { celsius: 0, ohms: 1000 };
  expect(() => threePointOhms([p, { celsius: 25, ohms: 1000 }, { celsius: 50, ohms: 300 }], 20)).toThrow("same resistance");
});
