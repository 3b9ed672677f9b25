import fc from "fast-check";
import { expect, test } from "vitest";
import { outlineOf } from "../../../src/core/model/logging/outline";
import { readLog } from "../../../src/core/model/logging/read-log";
import { textOf } from "../../../src/core/model/logging/text-of";

test("a drawn log keeps its greatest and least value, in the order of time, and never has more points than were asked for", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -50, max: 900, noNaN: true }), { minLength: 1, maxLength: 900 }),
      fc.integer({ min: 4, max: 80 }),
      (values, most) => {
        const seconds = Float64Array.from(values, (_, i) => i);
        const points = outlineOf({ seconds, values: Float64Array.from(values) }, most);
        const drawn = points.map(([, v]) => v ?? Number.NaN);
        expect(Math.max(...drawn)).toBe(Math.max(...values));
        expect(Math.min(...drawn)).toBe(Math.min(...values));
        expect(points.length).toBeLessThanOrEqual(most + 2);
        expect(points.map(([t]) => t)).toEqual([...points.map(([t]) => t)].sort((a, b) => a - b));
      },
    ),
  );
});

test("a stretch of nothing but OL breaks the line", () => {
  expect(outlineOf({ seconds: Float64Array.of(0, 1, 2, 3), values: Float64Array.of(5, Infinity, Infinity, 6) }, 8)).toEqual([
    [0, 5],
    [1, null],
    [2, null],
    [3, 6],
  ]);
});

test("the same log in UTF-8, UTF-16 either way and Windows-1252 reads the same", () => {
  const log = "Time (s);Value (µF)\n0;8,1\n1;8,2\n";
  const utf16 = (littleEndian: boolean) => {
    const bytes = new Uint8Array(2 + log.length * 2);
    const view = new DataView(bytes.buffer);
    view.setUint16(0, 0xfeff, littleEndian);
    for (let i = 0; i < log.length; i++) view.setUint16(2 + 2 * i, log.charCodeAt(i), littleEndian);
    return bytes;
  };
  const windows = Uint8Array.from(log, (c) => c.charCodeAt(0));
  for (const bytes of [new TextEncoder().encode(log), utf16(true), utf16(false), windows]) {
    expect([...readLog(textOf(bytes)).values].map((v) => Number(v.toPrecision(6)))).toEqual([8.1e-6, 8.2e-6]);
  }
});
