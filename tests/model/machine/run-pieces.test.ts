import fc from "fast-check";
import { expect, test } from "vitest";
import { FaultSet } from "../../../src/core/model/machine/fault";
import type { PartOf } from "../../../src/core/model/machine/format";
import { Breaker } from "../../../src/core/model/machine/run/breaker";
import { Clockwork } from "../../../src/core/model/machine/run/clockwork";
import { Plungers } from "../../../src/core/model/machine/run/plungers";
import { shipped } from "../../job-of";

/** Seconds in which a steady current trips a breaker; Infinity when it holds for an hour. */
function secondsToTrip(multiple: number, dt: number): number {
  const breaker = new Breaker(30);
  for (let at = dt; at <= 3600; at += dt) if (breaker.carry(30 * multiple, dt)) return at;
  return Infinity;
}

test("a breaker bears its rating for ever, and lets go the sooner the more it carries, however time is cut", () => {
  expect(secondsToTrip(1, 1)).toBe(Infinity);
  expect(secondsToTrip(4, 0.1)).toBeCloseTo(60 / (16 - 1.2), 0);
  fc.assert(
    fc.property(fc.double({ min: 1.3, max: 10, noNaN: true }), fc.double({ min: 1.05, max: 2, noNaN: true }), (amps, more) => {
      expect(secondsToTrip(amps * more, 0.05)).toBeLessThanOrEqual(secondsToTrip(amps, 0.05));
      expect(Math.abs(secondsToTrip(amps, 0.5) - secondsToTrip(amps, 0.05))).toBeLessThanOrEqual(0.5 + 1e-6);
    }),
    { numRuns: 50 },
  );
});

test("an overload that ends is forgotten, not kept for the next", () => {
  const breaker = new Breaker(30);
  breaker.carry(60, 20);
  expect(breaker.warm).toBe(true);
  breaker.carry(0, 60);
  expect(breaker.warm).toBe(false);
  expect(breaker.carry(60, 20)).toBe(false);
});

test("a clockwork moves on after its minutes, however they are cut, and only while its drive has voltage", () => {
  const e27 = shipped("orrinshaw-e27");
  const [first] = e27.timer?.advances ?? [];
  if (!first || !e27.timer) throw new Error("the machine has a clockwork");
  const { motor } = e27.timer;
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), (cuts) => {
      const clockwork = new Clockwork(e27);
      expect(clockwork.left).toBe(first.afterMinutes * 60);
      let turned = 0;
      let moved: ReturnType<Clockwork["turn"]>;
      while (!moved && turned < 2 * first.afterMinutes * 60) {
        const dt = Math.min(clockwork.left, (first.afterMinutes * 60) / cuts);
        moved = clockwork.turn(dt);
        turned += dt;
      }
      expect(turned).toBeCloseTo(first.afterMinutes * 60, 2);
      expect(Object.values(moved ?? {})).toEqual([first.to]);
    }),
    { numRuns: 40 },
  );
  const clockwork = new Clockwork(e27);
  expect([0, 240].map((volts) => clockwork.turns((branch) => (branch === motor ? volts : 0)))).toEqual([false, true]);
});

const g14 = shipped("kelvane-g14");
const valve = g14.parts.find((p): p is PartOf<"gas-valve"> => p.kind === "gas-valve");

test("a plunger that was pulled in lets go lower than it pulls in, the first one needs the booster to come in; a stuck valve never opens", () => {
  if (!valve) throw new Error("the machine has a gas valve");
  const { coils, pullsInAt, holdsAt, volts } = valve;
  const between = ((pullsInAt + holdsAt) / 2) * volts;
  const at = (hold: number, boost: number, main: number) => (coil: string) =>
    coil === coils.hold ? hold : coil === coils.boost ? boost : coil === coils.main ? main : 0;
  const plungers = new Plungers(valve, new FaultSet([]));
  expect(plungers.follow(at(between, between, between))).toBe(false);
  expect(plungers.follow(at(volts, 0, volts))).toBe(true);
  expect(plungers.open).toBe(false);
  plungers.follow(at(volts, volts, volts));
  expect(plungers.open).toBe(true);
  expect(plungers.follow(at(between, 0, between))).toBe(false);
  expect(plungers.open).toBe(true);
  plungers.follow(at(0, volts, volts));
  expect(plungers.open).toBe(false);
  const stuck = new Plungers(valve, new FaultSet([{ part: valve.id, mode: "stuck" }]));
  expect([stuck.follow(at(volts, volts, volts)), stuck.open]).toEqual([false, false]);
});
