import { expect, test } from "vitest";
import { billOf } from "../../src/core/record/job/closing/bill";
import type { Job } from "../../src/core/record/job/fold";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { DEFAULT_TERMS } from "../../src/core/record/stock/terms";
import { csvOf } from "../../src/core/speech/words/report/csv";
import { reportOf } from "../../src/core/speech/words/report/report";
import { technicianRecord } from "../../src/core/speech/words/report/technician-record";
import { customerPdf } from "../../src/report/customer-pdf";
import { recordPdf } from "../../src/report/record-pdf";
import { Typeset } from "../../src/report/typeset";
import { visualOrder } from "../../src/report/visual-order";
import { jobOf, SAFE, shipped } from "../job-of";
import { fonts } from "./fonts";
import { overlapping, pagesOf, wordsOf } from "./read-pdf";

const G14 = shipped("kelvane-g14");
const MADE = new Date("2026-11-02T12:00:00Z");
const noPictures = async () => undefined;

const GAS: readonly (string | Draft)[] = [
  "turns, no heat",
  SAFE,
  "igniter OL",
  "hold coil 1340",
  {
    kind: "agreed",
    body: {
      ...billOf(
        "Igniter",
        [
          { is: "call-out", says: "Trip charge", cents: 4500 },
          { is: "part", says: "Igniter", item: "QF-1212", count: 1, cents: 4450 },
        ],
        800,
        "$",
      ),
      lines: [
        { is: "call-out", says: "Trip charge", cents: 4500 },
        { is: "part", says: "Igniter", item: "QF-1212", count: 1, cents: 4450 },
      ],
    },
  },
  { kind: "fitted", body: { assembly: "igniter", action: "replaced" } },
  "igniter 190",
  { kind: "gas-opened", body: { note: "union at the valve" } },
  { kind: "leak-test", body: { joint: "union at the valve", method: "soap", tight: true } },
  { kind: "declined", body: { what: "Cleaning of the duct", why: "the landlord does it", unsafe: false, ends: false } },
  { kind: "note", body: { words: "Ołena Ŧårøé-Ωμέγα says thanks ✓ 漢" } },
];
const report = (job: Job) => reportOf({ machine: G14, job, number: 301, terms: DEFAULT_TERMS });
const pdf = (job: Job, size: "A4" | "Letter" = "A4") => customerPdf({ report: report(job), size, fonts, made: MADE, pictures: noPictures });

test("the report of a gas job, read back by another reader: everything is there, nothing cut, no text over text, on both papers", async () => {
  for (const size of ["A4", "Letter"] as const) {
    const pages = await pagesOf(await pdf(jobOf(G14, GAS), size));
    const words = wordsOf(pages);
    for (const w of [
      "Report 301",
      "Kelvane G14",
      "Repair not finished. Please do not use your dryer.",
      "✗ OL",
      "190 Ω",
      "75.7 to 303 Ω",
      "Leak test, union at the valve: tight",
      "Cleaning of the duct: “the landlord does it”.",
      "Trip charge",
      "$45.00",
      "Tax",
      "8% of $89.50",
      "$7.16",
      "Total due",
      "$96.66",
      "If you ever smell gas",
      "Page 1 of",
    ])
      expect(words, `${size}: ${w}`).toContain(w);
    expect(words).toContain("Ołena Ŧårøé-Ωμέγα says thanks ✓ □");
    expect(overlapping(pages)).toEqual([]);
    for (const { items, width, height } of pages)
      for (const i of items) expect(i.x >= 0 && i.x + i.width <= width && i.y >= 0 && i.y + i.height <= height, i.text).toBe(true);
  }
});

test("same record, same bytes; another record, other bytes", async () => {
  const [one, again, other] = [await pdf(jobOf(G14, GAS)), await pdf(jobOf(G14, GAS)), await pdf(jobOf(G14, GAS.slice(0, 6)))];
  expect(Buffer.from(one).equals(Buffer.from(again))).toBe(true);
  expect(Buffer.from(one).equals(Buffer.from(other))).toBe(false);
});

test("it is tagged, titled and in a language, for who hears it", async () => {
  const text = Buffer.from(await pdf(jobOf(G14, GAS))).toString("latin1");
  for (const mark of ["/MarkInfo", "/StructTreeRoot", "/Lang (en)", "/DisplayDocTitle true", "/Figure", "/H1"])
    expect(text).toContain(mark);
});

test("the technician's own record: every entry with its time, state and meter, over as many pages as it takes", async () => {
  const long = jobOf(G14, [...GAS, ...Array.from({ length: 120 }, (_, i) => `igniter ${150 + i}`)]);
  const record = technicianRecord(G14, long, 301);
  expect(record.rows).toHaveLength(long.record.length);
  const pages = await pagesOf(await recordPdf(record, "A4", fonts, MADE));
  expect(pages.length).toBeGreaterThan(3);
  const words = wordsOf(pages);
  expect(words).toContain("Igniter, wires off: 269 Ω");
  expect(words).toContain(`Page ${pages.length} of ${pages.length}`);
  expect(overlapping(pages)).toEqual([]);
});

test("what is written from right to left is drawn in order, numbers within it too; a tab is a gap", async () => {
  expect(visualOrder("no heat 12")).toEqual(["no heat 12"]);
  // “shalom olam 123”: the last word is drawn first, the number stands as it is read.
  expect(visualOrder("שלום עולם 123")).toEqual(["123", " ", "עולם", " ", "שלום"]);
  expect(visualOrder("said שלום twice").join("|")).toBe("said |שלום| twice");
  const type = new Typeset(fonts);
  expect(type.lacking("Ołena שלום ✓ 漢 漢")).toEqual(["漢"]);
  expect(type.lines("a\tb", "plain", 10, 400).flatMap((l) => l.runs.map((r) => r.text))).toEqual(["a b"]);
});

test("text in a table is text, with line feeds too; a number is a number", () => {
  expect(csvOf(["a"], [["=1+1\nx"], ["-5.2"], [-5.2], ["-x"], ["two\nlines"]])).toBe('a\n"\'=1+1\nx"\n-5.2\n-5.2\n\'-x\n"two\nlines"\n');
});
