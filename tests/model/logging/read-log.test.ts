import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readLog } from "../../../src/core/model/logging/read-log";
import { summaryOf } from "../../../src/core/model/logging/summary";
import { oracle } from "../../paths";

const folder = oracle("logs");
const names = readdirSync(folder).filter((f) => f.endsWith(".csv"));
const textOf = (name: string): string => readFileSync(join(folder, name), "utf8");

interface Expected {
  readonly unit: string;
  readonly rows: number;
  readonly refused: readonly number[];
  readonly overload: number;
  readonly first: { readonly t: number; readonly value: number };
  readonly last: { readonly t: number; readonly value: number };
  readonly mean: number;
}

describe.each(names)("%s", (name) => {
  test("is read as expected", () => {
    const expected = JSON.parse(readFileSync(join(folder, name.replace(".csv", ".expect.json")), "utf8")) as Expected;
    const log = readLog(textOf(name));
    const { rows, overload, first, last, mean } = summaryOf(log);
    expect(log.unit === "amp" ? "ampere" : log.unit).toBe(expected.unit);
    expect(log.refused.map((r) => r.line)).toEqual(expected.refused);
    expect({ rows, overload }).toEqual({ rows: expected.rows, overload: expected.overload });
    for (const [got, want] of [
      [first.t, expected.first.t],
      [first.value, expected.first.value],
      [last.t, expected.last.t],
      [last.value, expected.last.value],
      [mean, expected.mean],
    ] as const)
      expect(got).toBeCloseTo(want, 6);
  });
});

test("whatever is done to a file, every line is a reading, says nothing, or is refused with its number and why; nothing breaks", () => {
  const junk = fc.constantFrom("", ";", ",", '"', "\t", "OL", "-", "1e999", "later", "\u0000", "12,3,4", "#", "é", "2026-13-41T99:99:99");
  const change = fc.tuple(fc.nat(), fc.nat(), junk, fc.constantFrom("cut", "insert", "double", "drop"));
  fc.assert(
    fc.property(fc.constantFrom(...names), fc.array(change, { minLength: 1, maxLength: 8 }), (name, changes) => {
      let lines = textOf(name).split(/\r\n|\n|\r/);
      for (const [at, where, text, how] of changes) {
        const n = at % lines.length;
        const line = lines[n] ?? "";
        const cut = where % (line.length + 1);
        if (how === "drop") lines = lines.filter((_, i) => i !== n);
        else if (how === "double") lines = [...lines.slice(0, n), line, ...lines.slice(n)];
        else lines[n] = how === "cut" ? line.slice(0, cut) : line.slice(0, cut) + text + line.slice(cut);
      }
      try {
        const log = readLog(lines.join("\n"));
        expect(log.values.length + log.refused.length).toBeLessThanOrEqual(lines.length);
        for (const { line, why } of log.refused) {
          expect(line).toBeGreaterThan(0);
          expect(line).toBeLessThanOrEqual(lines.length);
          expect(why).not.toBe("");
        }
        for (let i = 1; i < log.seconds.length; i++) expect(log.seconds[i]).toBeGreaterThanOrEqual(log.seconds[i - 1] ?? 0);
      } catch (error) {
        expect(error).toBeInstanceOf(SyntaxError);
      }
    }),
    { numRuns: 500 },
  );
});

describe("what a meter may write", () => {
  const values = (text: string) => [...readLog(text).values];

  test("a clock may pass midnight; a date that no calendar has is refused", () => {
    expect([...readLog("time,V\n23:59:59,1 V\n00:00:01,2 V").seconds]).toEqual([0, 2]);
    expect(readLog("time,V\n2026-02-28 10:00:00,1 V\n2026-02-30 10:00:00,2 V").refused).toEqual([
      { line: 3, why: "“2026-02-30 10:00:00” is no time" },
    ]);
  });

  test("a unit beside the value, in a column of its own, in the head; prefixes; another unit in the middle is refused", () => {
    expect(values("t;x\n0;1,5 kΩ\n1;1,6 kΩ")).toEqual([1500, 1600]);
    expect(values("time,reading,unit\n0,1.5,mV\n1,1.6,mV")).toEqual([0.0015, 0.0016]);
    expect(readLog("time,x\n0,1 V\n1,2 A\n2,3 V").refused).toEqual([{ line: 3, why: "is in A, the lines before in V" }]);
  });

  test("a file without a reading says what is expected", () => {
    expect(() => readLog("")).toThrow(/no reading in it/);
    expect(() => readLog("hello\nworld")).toThrow(/a time and a value/);
    expect(() => readLog("time,value\nlater,1")).toThrow(/“later” is no time/);
  });
});
