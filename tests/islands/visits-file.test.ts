import { expect, test } from "vitest";
import { visitsIcs } from "../../src/islands/panes/report/visits-file";

const job = {
  id: "01900000-0000-7000-8000-000000000001",
  opened: { customer: "Mrs Osk", place: "Quay; 2, left" },
  openedAt: "2026-11-02T09:00:00.000Z",
  complaint: { words: "no heat\nEND:VCALENDAR", findings: [] },
  visits: [{ entry: "01900000-0000-7000-8000-000000000002", on: "2026-12-03T09:30:00+01:00", minutes: 90, what: "clean the duct" }],
};

test("visits as a calendar: universal times, lengths, one id each; a customer's words can't end the file; same job, same bytes", () => {
  const ics = visitsIcs(job, 212);
  expect(visitsIcs(job, 212)).toBe(ics);
  const lines = ics.split("\r\n");
  expect(lines.filter((l) => l === "END:VCALENDAR")).toHaveLength(1);
  expect(lines.filter((l) => l.startsWith("UID:"))).toEqual([`UID:${job.id}@yennic`, `UID:${job.visits[0]?.entry}@yennic`]);
  for (const l of ["DTSTART:20261203T083000Z", "DURATION:PT90M", "SUMMARY:Job 212: clean the duct", "LOCATION:Quay\\; 2\\, left"])
    expect(lines).toContain(l);
});
