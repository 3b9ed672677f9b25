import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { groupAlike } from "../../../src/core/model/access/plug/alike";
import { judgePlug, type PlugRead, plugCheck } from "../../../src/core/model/access/plug/check";
import { controlStates, pinOhms } from "../../../src/core/model/access/plug/foreseen";
import { band, fits, toldApart } from "../../../src/core/model/access/plug/likelihood";
import { mistakesIn, wiredTerminals } from "../../../src/core/model/access/plug/mistake";
import { item } from "../../../src/core/model/array/at";
import { pinsOf } from "../../../src/core/model/machine/format";
import { healthyOhms } from "../../../src/core/model/prediction/healthy-ohms";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";
import { ofTurn } from "../../turns";

const e27 = shipped("orrinshaw-e27");
const TOUCHED = ["cycling-thermostat.1", "cycling-thermostat.2", "bias-heater.1", "bias-heater.2"];

/** Some terminals of parts that hands were at, three parts at most. */
const touchedOf = (machine: (typeof MACHINES)[number]) =>
  fc
    .subarray(
      machine.parts.filter((p) => p.nets.length > 0 && p.kind !== "conductor").map((p) => p.id),
      { minLength: 1, maxLength: 3 },
    )
    .map((ids) => wiredTerminals(machine).filter((t) => ids.includes(item(t.split("."), 0))));

describe.each(ofTurn(MACHINES).map((m) => [m.id, m] as const))("%s", (_, machine) => {
  test("six readings at most; what they see they tell from right, and what they do not see no reading at the plug tells", () => {
    const pins = pinsOf(machine);
    const pairs = pins.flatMap((p, i) => pins.slice(i + 1).map((q) => [p, q] as const));
    const states = controlStates(machine);
    const rightly = states.map((s) => pinOhms(machine, s, [], pairs));
    fc.assert(
      fc.property(touchedOf(machine), (touched) => {
        const check = plugCheck(machine, touched, machine.spares);
        const main = check.steps.filter((s) => !s.names);
        expect(check.steps.length).toBeLessThanOrEqual(6);
        for (const [i] of check.seen.entries())
          expect(
            toldApart(
              main.map((s) => s.right),
              main.map((s) => s.under[i]),
            ),
          ).toBe(true);
        // Where six are taken, more wires were moved than six readings can tell: what is left is looked at.
        const left = main.length === 6 ? [] : check.unseen;
        for (const m of left.filter(({ edit }) => edit.edit !== "poor"))
          expect(
            toldApart(
              rightly.flat(),
              states.flatMap((s) => pinOhms(machine, s, [m.edit], pairs)),
            ),
          ).toBe(false);
        const all = [...check.seen, ...check.unseen].map((m) => m.id).sort();
        expect(all).toEqual(
          mistakesIn(machine, touched, machine.spares)
            .map((m) => m.id)
            .sort(),
        );
      }),
      { numRuns: 5 },
    );
  });

  test("rightly wired parts at either end of their tolerance are right; every mistake that is seen is found, with itself among the likeliest", () => {
    fc.assert(
      fc.property(touchedOf(machine), fc.double({ min: -1, max: 1, noNaN: true }), (touched, off) => {
        const check = plugCheck(machine, touched, machine.spares);
        if (check.steps.length === 0) return;
        const at = (foreseen: (typeof check.steps)[number]["right"]): number | null =>
          foreseen ? foreseen.mean + off * Math.sqrt(3) * foreseen.by.reduce((s, x) => s + x, 0) : null;
        const good = check.steps.map((s): PlugRead => ({ between: s.between, controls: s.controls, ohms: at(s.right) }));
        expect(judgePlug(machine, touched, good, machine.spares).verdict).toBe("right");
        for (const [i, m] of check.seen.entries()) {
          const bad = check.steps.map((s): PlugRead => ({ between: s.between, controls: s.controls, ohms: at(s.under[i]) }));
          const { verdict, mistakes } = judgePlug(machine, touched, bad, machine.spares);
          expect([m.id, verdict]).toEqual([m.id, "wrong"]);
          const best = item(mistakes, 0).mistake.id;
          const column = (id: string) => check.steps.map((s) => s.under[check.seen.findIndex((x) => x.id === id)]);
          expect(best === m.id || !toldApart(column(best), column(m.id))).toBe(true);
        }
      }),
      { numRuns: 4 },
    );
  });
});

test("no smaller set of readings would do: every pair and every single one of all that can be taken", () => {
  const check = plugCheck(e27, TOUCHED, e27.spares);
  const main = check.steps.filter((s) => !s.names);
  expect(main.length).toBe(3);
  const pins = pinsOf(e27);
  const candidates = controlStates(e27).flatMap((controls) =>
    pins.flatMap((p, i) =>
      pins.slice(i + 1).map((q) => {
        const read = (edits: Parameters<typeof pinOhms>[2]) => item(pinOhms(e27, controls, edits, [[p, q]]), 0);
        return { right: read([]), under: check.seen.map((m) => read([m.edit])) };
      }),
    ),
  );
  const covers = (set: typeof candidates) =>
    check.seen.every((_, i) =>
      toldApart(
        set.map((c) => c.right),
        set.map((c) => c.under[i]),
      ),
    );
  expect(candidates.some((a) => covers([a]))).toBe(false);
  expect(candidates.some((a, i) => candidates.slice(i + 1).some((b) => covers([a, b])))).toBe(false);
});

test("what is foreseen at the pins is what the program reads there anywhere else", () => {
  for (const machine of MACHINES)
    for (const controls of controlStates(machine)) {
      const pins = pinsOf(machine);
      const [a, b] = [item(pins, 0), item(pins, 1)];
      const [here] = pinOhms(machine, controls, [], [[a, b]]);
      const there = healthyOhms(machine, [a, b], controls, []);
      if (here) expect(here.mean).toBeCloseTo(there, 6);
      else expect(there).toBe(Infinity);
    }
});

test("the two ends of a part that does not mind are no mistake; a motor’s are", () => {
  const ids = (touched: string[]) =>
    mistakesIn(e27, touched, e27.spares)
      .map((m) => m.id)
      .filter((id) => !id.startsWith("poor"));
  expect(ids(["element.1", "element.2"])).toEqual(["off element.1", "cab element.1", "off element.2", "cab element.2"]);
  expect(ids(["motor.1", "motor.3"])).toContain("swap motor.1 motor.3");
  expect(ids(["cycling-thermostat.1"])).toContain("spare cycling-thermostat.1 cycling-thermostat.3");
});

test("a reading that fits nothing is like nothing, and clears nothing; none at all is unclear; a stranger is refused by name", () => {
  const step = item(plugCheck(e27, TOUCHED, e27.spares).steps, 0);
  const odd = judgePlug(e27, TOUCHED, [{ ...step, ohms: 77 }], e27.spares);
  expect([odd.verdict, odd.unlike]).toEqual(["unclear", true]);
  expect(judgePlug(e27, TOUCHED, [], e27.spares).verdict).toBe("unclear");
  expect(() => plugCheck(e27, ["element.7"])).toThrow(
    "“element.7” is not a wired terminal of orrinshaw-e27; expected element.1, element.2",
  );
});

test("one reading that slipped among good ones never makes it right, is named as the odd one, and makes nothing likely that it does not fit", () => {
  const { steps } = plugCheck(e27, TOUCHED, e27.spares);
  fc.assert(
    fc.property(fc.nat({ max: steps.length - 1 }), fc.double({ min: -1, max: 6, noNaN: true }), (slipped, folds) => {
      const good = steps.map((s): PlugRead => ({ between: s.between, controls: s.controls, ohms: s.right?.mean ?? null }));
      const stray = 10 ** folds;
      fc.pre(!fits(stray, item(steps, slipped).right));
      const reads = good.map((r, i) => (i === slipped ? { ...r, ohms: stray } : r));
      const { verdict, odd, mistakes } = judgePlug(e27, TOUCHED, reads, e27.spares);
      expect(verdict).not.toBe("right");
      expect(odd).toEqual([slipped]);
      if (verdict !== "wrong") return;
      const { edit } = item(mistakes, 0).mistake;
      for (const { between, controls, ohms } of reads) expect(fits(ohms, pinOhms(e27, controls, [edit], [between])[0])).toBe(true);
    }),
    { numRuns: 200 },
  );
});

test("the band shown holds what every good machine reads", () => {
  for (const { right } of plugCheck(e27, TOUCHED, e27.spares).steps) {
    if (!right) continue;
    const [low, high] = band(right);
    const most = Math.sqrt(3) * right.by.reduce((s, x) => s + x, 0);
    expect(low).toBeLessThan(right.mean - most);
    expect(high).toBeGreaterThan(right.mean + most);
  }
});

test("cases that no reading tells apart stand together, each once, and no two groups begin alike", () => {
  for (const machine of MACHINES)
    fc.assert(
      fc.property(touchedOf(machine), (touched) => {
        const { seen, steps } = plugCheck(machine, touched, machine.spares);
        const cases = seen.map((_, i) => steps.map((s) => s.under[i]));
        const groups = groupAlike(cases);
        expect(groups.flat().sort((a, b) => a - b)).toEqual(seen.map((_, i) => i));
        const first = groups.map((g) => item(cases, item(g, 0)));
        for (const [g, members] of groups.entries()) {
          for (const m of members) expect(toldApart(item(first, g), item(cases, m))).toBe(false);
          for (const other of first.slice(g + 1)) expect(toldApart(item(first, g), other)).toBe(true);
        }
      }),
      { numRuns: 3 },
    );
});

test("a joint that reads tens of ohms is found where the part is read through it, and named; one that no pair of pins shows stands among what is looked at", () => {
  const touched = ["element.1", "element.2"];
  const check = plugCheck(e27, touched, e27.spares);
  const seen = check.seen.filter((m) => m.edit.edit === "poor");
  const unseen = check.unseen.filter((m) => m.edit.edit === "poor");
  expect(seen.length + unseen.length).toBe(6);
  for (const ohms of [1, 3, 12, 45]) {
    const reads = check.steps.map((s): PlugRead => {
      const [there] = pinOhms(e27, s.controls, [{ edit: "poor", at: "element.1", ohms }], [s.between]);
      return { between: s.between, controls: s.controls, ohms: there?.mean ?? null };
    });
    const { verdict, mistakes } = judgePlug(e27, touched, reads, e27.spares);
    if (ohms > 10 && seen.length > 0) {
      expect(verdict, `${ohms} Ω`).not.toBe("right");
      expect(item(mistakes, 0).mistake.id).toMatch(/^poor element/);
    }
  }
});
