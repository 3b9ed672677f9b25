import fc from "fast-check";
import { expect, test } from "vitest";
import { refOf } from "../../../src/core/model/machine/revision";
import { packBundle, unpackBundle } from "../../../src/core/record/bundle/bundle";
import { fileHash } from "../../../src/core/record/files/file";
import type { Envelope } from "../../../src/core/record/journal/envelope";
import { jobOf, SAFE, shipped } from "../../job-of";

const E27 = shipped("orrinshaw-e27");
const job = jobOf(E27, ["turns, no heat", SAFE, "rear off", "element OL"]);
const entries = job.record.flatMap((l): Envelope[] => (l.status === "unreadable" ? [] : [JSON.parse(JSON.stringify(l.entry))]));
const picture = new Uint8Array([0xff, 0xd8, 0xff, 0xe0, ...Array.from({ length: 4000 }, (_, i) => (i * 37) % 251), 0xff, 0xd9]);
const bundle = {
  job: job.id,
  number: 212,
  entries,
  machines: [{ ref: refOf(E27), machine: E27 }],
  files: [{ hash: fileHash(picture), type: "image/jpeg" as const, bytes: picture }],
};
const zip = packBundle(bundle);

test("a job comes out of its file as it went in: entries as written, revisions, pictures", () => {
  const read = unpackBundle(zip);
  if (!read.ok) throw new Error(read.problem);
  expect(read.bundle.entries).toEqual(entries);
  expect(read.bundle.number).toBe(212);
  expect(read.bundle.machines.map((m) => m.ref)).toEqual([refOf(E27)]);
  expect(read.bundle.files.map((f) => [f.hash, f.type, f.bytes.length])).toEqual([[fileHash(picture), "image/jpeg", picture.length]]);
});

test("the same job, the same bytes, whatever the time", () => {
  expect(Buffer.from(packBundle(bundle)).equals(Buffer.from(zip))).toBe(true);
});

test("500 damaged files: refused with a reason, or read as the very same; never anything else, never thrown", () => {
  let refused = 0;
  const whole = unpackBundle(zip);
  fc.assert(
    fc.property(fc.nat(zip.length - 1), fc.integer({ min: 1, max: 255 }), fc.boolean(), (at, change, cut) => {
      const damaged = cut ? zip.slice(0, at) : Uint8Array.from(zip);
      if (!cut) damaged[at] = (damaged[at] ?? 0) ^ change;
      const read = unpackBundle(damaged);
      if (read.ok) return JSON.stringify(read) === JSON.stringify(whole);
      refused++;
      return read.problem.length > 20;
    }),
    { numRuns: 500 },
  );
  expect(refused).toBeGreaterThan(350);
});

test("what is no job's file says what was expected", () => {
  const read = unpackBundle(new TextEncoder().encode("hello"));
  expect(read.ok ? "" : read.problem).toContain("expected a job as Yennic gives it out");
});

test("an entry of another job is skipped along", () => {
  const [first] = entries;
  if (!first) throw new Error("no entry");
  const strange = { ...first, stream: { of: "job" as const, id: "01900000-0000-7000-8000-000000000001" } };
  const read = unpackBundle(packBundle({ ...bundle, entries: [strange] }));
  expect(read.ok ? "" : read.problem).toMatchInlineSnapshot(`"entries.jsonl, line 1: it is of another job"`);
});
