import Papa from "papaparse";
import { expect, test } from "vitest";
import { TypedJob } from "../../cli/typed-job";
import { type ReadingRow, readingsCsv, readingsJson, readingsOf, readingsText } from "../../src/core/speech/words/report/readings";
import { across, shipped } from "../job-of";

const e27 = shipped("orrinshaw-e27");
const typed = new TypedJob(e27).type("turns, no heat", "proved dead", "rear off", "cut-off 0.2", "leads 0.2", "element OL");
const mistaken = typed.job.evidence.at(-1)?.entry ?? "";
typed.add({ kind: "retract", body: { entry: mistaken } });
const rows = readingsOf(e27, typed.type("element 10.9", "room 12 C").job);

test("every reading is a line, with its state, leads and verdict; what was taken back says so; what is no reading is none", () => {
  expect(rows.map((r) => [r.place, r.value, r.unit, r.power, r.wires, r.leads, r.verdict, r.taken].join(" | "))).toMatchInlineSnapshot(`
    [
      "Thermal cut-off | 0.2 | Ω | dead | off |  | Pass | counts",
      "Heating element |  | Ω | dead | off | 0.2 | Fail | voided",
      "Heating element | 10.9 | Ω | dead | off | 0.2 | Pass | counts",
      "room | 12 | °C | dead |  |  |  | counts",
    ]
  `);
});

test("a reading that names what this machine does not have is listed without a verdict", () => {
  const job = new TypedJob(e27).type("turns, no heat", "proved dead", "rear off");
  job.add(across("coil-main", 1200));
  expect(readingsOf(e27, job.job)).toMatchObject([{ value: 1200, verdict: "", taken: "does not count" }]);
});

test("as CSV it is read back as it was, and nothing in it can be a formula", () => {
  const risky: ReadingRow = { ...(rows[0] as ReadingRow), by: "=HYPERLINK(1)", place: 'a "quoted", place' };
  const [first, second] = Papa.parse<Record<string, string>>(readingsCsv([risky, ...rows]), { header: true, skipEmptyLines: true }).data;
  expect(first).toMatchObject({ by: "'=HYPERLINK(1)", place: 'a "quoted", place' });
  expect(second).toMatchObject({ value: String(rows[0]?.value), unit: "Ω", verdict: rows[0]?.verdict });
});

test("as JSON and as text it says the same", () => {
  const { readings } = JSON.parse(readingsJson(rows)) as { readings: { value: unknown }[] };
  expect(readings.map((r) => r.value)).toEqual(rows.map((r) => r.value ?? "OL"));
  expect(readingsText(rows).split("\n")).toHaveLength(rows.length);
  expect(readingsText(rows)).toContain("OL · Fail (healthy 9.6 to 11.7 Ω) · voided");
});

test("what was read of a new part on the bench, and with which meter, is listed and judged like the rest", () => {
  const job = new TypedJob(e27).type("turns, no heat", "proved dead", "rear off");
  const used = { name: "Bench one", ranges: [{ unit: "ohm" as const, upTo: 400, digitSize: 0.1, percentOfReading: 30, digits: 1 }] };
  job.add({ kind: "meter", body: { used } });
  job.add({
    kind: "new-part",
    body: {
      place: { between: ["element.1", "element.2"] },
      result: { is: "value", value: 10.7, unit: "ohm" },
      meter: { name: "Bench one" },
    },
  });
  expect(readingsOf(e27, job.job).map((r) => [r.place, r.value, r.meter, r.power, r.wires, r.verdict, r.taken])).toEqual([
    ["New, on the bench: Heating element", 10.7, "Bench one", "", "", "Can’t tell", "counts"],
  ]);
  expect(readingsJson(readingsOf(e27, job.job))).not.toContain("judgement");
});
