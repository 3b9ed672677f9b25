import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { isReached, openingFor } from "../../../src/core/model/access/opening";
import { type Moved, ownTimes } from "../../../src/core/model/access/own-times";
import { heldBy, panelsToClose } from "../../../src/core/model/access/panels";
import { waysTo } from "../../../src/core/model/access/ways";
import { item } from "../../../src/core/model/array/at";
import { MACHINES } from "../../../src/machines";
import { shipped } from "../../job-of";

const SHUT = { panelsOff: [] };
const e27 = shipped("orrinshaw-e27");
const g14 = shipped("kelvane-g14");

describe.each(MACHINES.map((m) => [m.id, m] as const))("%s", (_, machine) => {
  const goals = fc.subarray(
    [...machine.panels, ...machine.places].map((p) => p.id),
    { minLength: 1, maxLength: 3 },
  );
  const somePanels = fc.shuffledSubarray(machine.panels.map((p) => p.id));

  test("one opening for several costs no more than one for each, and no less than the dearest; what is open is open for all", () => {
    fc.assert(
      fc.property(goals, somePanels, (wanted, order) => {
        const off: string[] = [];
        for (const id of order.slice(0, 3)) if (heldBy(machine, id, { panelsOff: off }) === undefined) off.push(id);
        const now = { panelsOff: off };
        const each = wanted.map((g) => openingFor(machine, [g], now).minutes);
        const all = openingFor(machine, wanted, now);
        expect(all.minutes).toBeLessThanOrEqual(each.reduce((s, x) => s + x, 0) + 1e-9);
        expect(all.minutes).toBeGreaterThanOrEqual(Math.max(...each) - 1e-9);
        expect(all.minutes).toBeLessThanOrEqual(openingFor(machine, wanted, SHUT).minutes + 1e-9);
        const open = [...off, ...all.panels.map((p) => p.id)];
        for (const g of wanted) expect(isReached(machine, g, { panelsOff: open })).toBe(true);
        expect(panelsToClose(machine, { panelsOff: open })).toEqual(open.toReversed());
      }),
      { numRuns: 60 },
    );
  });

  test("the first way is the least, the others cost as much or more, each can be walked, and none is told twice", () => {
    fc.assert(
      fc.property(goals, (wanted) => {
        const ways = waysTo(machine, wanted, SHUT);
        const total = ways.map((w) => w.minutesIn + w.minutesBack);
        expect(total[0]).toBeCloseTo(openingFor(machine, wanted, SHUT).minutes, 9);
        expect([...total].sort((a, b) => a - b)).toEqual(total);
        expect(new Set(ways.map((w) => w.id)).size).toBe(ways.length);
        for (const way of ways) {
          const off: string[] = [];
          for (const { panel } of way.steps) {
            expect(heldBy(machine, panel.id, { panelsOff: off })).toBeUndefined();
            off.push(panel.id);
          }
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe("the heater of an electric machine", () => {
  const through = (now: Parameters<typeof waysTo>[2], own = {}) =>
    waysTo(e27, ["heater-space"], now, own).map((w) => w.steps.map((s) => `${s.panel.id}${s.isOff ? " off" : ""}`).join());

  test("from behind, or from inside with the drum out", () => {
    expect(through(SHUT)).toEqual(["rear", "top,front,bulkhead,belt,drum"]);
  });

  test("what is off already makes its way the better one, and stays on it", () => {
    expect(through({ panelsOff: ["top", "front", "bulkhead", "belt"] })[0]).toBe("top off,front off,bulkhead off,belt off,drum");
  });

  test("a niche that costs half an hour, found here or learned, turns it round", () => {
    const niche = { panelsOff: [], differs: [{ of: "rear", minutes: 45 }] };
    expect(through(niche)[0]).toBe("top,front,bulkhead,belt,drum");
    expect(through(SHUT, { rear: 45 })[0]).toBe("top,front,bulkhead,belt,drum");
  });

  test("a pipe in the way comes off first", () => {
    expect(through({ panelsOff: [], differs: [{ of: "rear", needs: ["terminal-cover"] }] })[0]).toBe("terminal-cover,rear");
  });
});

test("the coils: lying down with an angle driver, or from above with the drum out", () => {
  expect(waysTo(g14, ["coil-bracket"], SHUT).map((w) => w.reached)).toEqual([
    ["lying down, with an angle driver"],
    ["from above, drum out"],
  ]);
});

describe("a technician’s own times", () => {
  const moved = (panel: string, state: "off" | "on", ...minutes: number[]): Moved[] => minutes.map((m) => ({ panel, state, minutes: m }));

  test("lie between the file’s and what was measured, nearer to it with every time; a lunch between is none", () => {
    const file = 10;
    const once = ownTimes(e27, moved("front", "off", 2)).front ?? 0;
    const often = ownTimes(e27, moved("front", "off", 2, 2, 2, 2, 2, 2)).front ?? 0;
    expect(once).toBeLessThan(file);
    expect(often).toBeLessThan(once);
    expect(often).toBeGreaterThan(2 + 5);
    expect(ownTimes(e27, moved("front", "off", 55))).toEqual({});
    expect(ownTimes(e27, moved("attic", "off", 2))).toEqual({});
  });
});

test("minutes of a way are those of its steps", () => {
  const way = item(waysTo(g14, ["burner"], SHUT), 0);
  expect(way.minutesIn).toBeCloseTo(2, 9);
  expect(way.minutesBack).toBeCloseTo(2, 9);
  expect(way.tools).toEqual(["putty knife"]);
});
