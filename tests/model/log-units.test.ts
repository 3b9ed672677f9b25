import { expect, test } from "vitest";
import { readLog } from "../../src/core/model/logging/read-log";

/** Units as loggers write them, each with its name and what 2 of it is in SI. */
const UNITS: readonly (readonly [written: string, unit: string, two: number])[] = [
  ["mA", "amp", 0.002],
  ["µA", "amp", 2e-6],
  ["mV", "volt", 0.002],
  ["kΩ", "ohm", 2000],
  ["MΩ", "ohm", 2e6],
  ["inH2O", "pascal", 498.17782],
  ["in w.c.", "pascal", 498.17782],
  ["mbar", "pascal", 200],
  ["hPa", "pascal", 200],
  ["kPa", "pascal", 2000],
  ["psi", "pascal", 13789.514],
  ["°F", "celsius", -16.6666667],
  ["degC", "celsius", 2],
  ["K", "celsius", -271.15],
  ["Hz", "hertz", 2],
  ["%", "percent", 2],
];

test.each(UNITS)("%s: before and after the number, in the head, and in a column beside it", (written, unit, two) => {
  const files = [
    `0,2 ${written}\n1,2 ${written}\n`,
    `0,${written} 2\n1,${written} 2\n`,
    `0\t2 ${written}\n1\t2 ${written}\n`,
    `"0","2 ${written}"\n"1","2 ${written}"\n`,
    `time (s),value (${written})\n0,2\n1,2\n`,
    `time (s);reading [${written}]\n0;2\n1;2\n`,
    `time,value,unit\n0,2,${written}\n1,2,${written}\n`,
  ];
  for (const text of files) {
    const log = readLog(text);
    expect([text, log.unit, log.refused]).toEqual([text, unit, []]);
    expect(log.values[0], text).toBeCloseTo(two, 6);
  }
});

test("a comma between decimals, in quotes between commas", () => {
  expect([...readLog('"time (s)","value (mA)"\n"0","1,5"\n"1","1,6"\n').values]).toEqual([0.0015, 0.0016]);
});
