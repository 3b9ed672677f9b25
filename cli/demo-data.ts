import { count } from "drizzle-orm";
import { sightFinding } from "../src/core/record/finding/kinds/sight";
import { type BillLine, billOf } from "../src/core/record/job/closing/bill";
import { PLUG_CHECKED } from "../src/core/record/job/closing/by-hand";
import type { Entry } from "../src/core/record/job/entry";
import type { Body, Draft } from "../src/core/record/job/kinds/index";
import type { Envelope } from "../src/core/record/journal/envelope";
import type { StockBody } from "../src/core/record/stock/kinds";
import { complaintIn } from "../src/core/speech/complaint";
import { findMachine } from "../src/machines";
import type { Database } from "../src/server/database";
import { jobs } from "../src/server/database/schema";
import { appendEntries } from "../src/server/journal/keep-journal";
import { QUILLFOLD, STOCKED, stockFor } from "./demo-stock";
import { TypedJob } from "./typed-job";

interface DemoJob {
  readonly by: string;
  readonly customer: string;
  readonly place: string;
  readonly machine: string;
  readonly words: string;
  /** Hours before now at which it was opened. */
  readonly ago: number;
  /** Holds what is ordered for it. */
  readonly orders?: readonly (Omit<StockBody<"ordered">, "job"> & { readonly agoHours: number })[];
  /** Holds what was typed into the reading line, or an entry that has a form of its own. */
  readonly lines: readonly (string | Draft)[];
}

/** A panel off with its fasteners in their cup, as the machine's file has them. */
const off = (machine: string, panel: string): Draft[] => {
  const fasteners =
    findMachine(machine)
      ?.panels.find((p) => p.id === panel)
      ?.fasteners.filter((f) => !f.stays) ?? [];
  return [
    { kind: "panel", body: { panel, state: "off" } },
    { kind: "cup", body: { of: panel, fasteners } },
  ];
};
const lead = (at: string, state: "off" | "on", found: Partial<Body<"lead">> = {}): Draft => ({
  kind: "lead",
  body: { at, state, ...found },
});

const proof = (body: Partial<Body<"proof">> = {}): Draft => ({
  kind: "proof",
  body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong", ...body },
});

/** Whoever has not said a name on this device: the demo's own technician, whose proofs of dead hold there. */
const YOU = "Technician";

const LINES: readonly BillLine[] = [
  { is: "call-out", says: "Trip charge", cents: 4500 },
  { is: "labour", says: "Labor", how: "20 min so far, 31 min to come, at $78.00 an hour", cents: 6630 },
  { is: "part", says: "Igniter", item: "QF-1212", count: 1, cents: 4450 },
];
const { shop, address, workDays, tax, currency } = QUILLFOLD;
const BILL = billOf("Igniter", LINES, tax, currency);
const AGREED: Body<"agreed"> = { ...BILL, lines: [...LINES], from: { shop, address, workDays }, with: "Mrs Merrow" };

/** A name that nobody has, drawn. */
const SIGNED: number[][] = [
  [60, 220, 90, 60, 150, 200, 210, 70, 240, 220],
  [270, 180, 320, 150, 300, 210, 350, 200, 380, 160, 390, 215, 430, 160, 440, 210, 520, 150, 540, 205, 640, 190, 900, 170],
];

/** The invented harbour town of Ostrey. Typed as a technician would, so that the demo goes through the program's own reading line. */
const DEMO: readonly DemoJob[] = [
  {
    by: YOU,
    customer: "Mrs Fennimarsh",
    place: "Gannet Point cabins, no. 7",
    machine: "orrinshaw-e27",
    words: "turns, no heat",
    ago: 3,
    lines: ["starts, turns", "no heat", "air strong", "setting good", "proved dead", "rear off", "high limit 0.2", "cutoff 0.2"],
  },
  {
    by: "Ida Thrupp",
    customer: "Bosun's Wash launderette",
    place: "2 Tarpot Lane, machine 4",
    machine: "orrinshaw-e27",
    words: "no start",
    ago: 26,
    orders: [{ item: "QF-1142", count: 1, to: "van-2", assembly: "blower-fuse", trial: "back-ordered", agoHours: 24 }],
    lines: [
      "no start",
      "lamp yes",
      "proved dead",
      ...off("orrinshaw-e27", "top"),
      ...off("orrinshaw-e27", "front"),
      "blower fuse OL",
      { kind: "wanted", body: { assembly: "blower-fuse", ordered: true } },
      { kind: "lies", body: { what: "front, with its cup taped to it", where: "behind machine 4" } },
      { kind: "lies", body: { what: "lint screen and cup of the top", where: "shelf over the sink", who: "Mrs Tarpot-Lane" } },
    ],
  },
  {
    by: "Col Wenlow",
    customer: "Mr Addlecombe",
    place: "Ropewalk flats, 3b",
    machine: "orrinshaw-e27",
    words: "turns, no heat, clothes stay wet",
    ago: 5,
    lines: ["turns", "no heat"],
  },
  {
    by: "Col Wenlow",
    customer: "Boatyard canteen",
    place: "Slip 3, Ostrey boatyard",
    machine: "orrinshaw-e27",
    words: "hums",
    ago: 1,
    lines: [],
  },
  {
    by: YOU,
    customer: "Gull House lodgings",
    place: "Cable Street 11",
    machine: "orrinshaw-e27",
    words: "turns, no heat",
    ago: 2,
    lines: ["starts, turns", "no heat", "air strong", "proved dead", "rear off", "h3 h5 OL", "h3 h4 0.2", "h4 h5 10.7"],
  },
  {
    by: YOU,
    customer: "Harbour-master's house",
    place: "Beacon Steps 2",
    machine: "kelvane-g14",
    words: "heats at first, then no heat",
    ago: 4,
    lines: [
      "starts, turns",
      "glows, goes dark, flame",
      "loses heat",
      "air strong",
      "proved dead",
      "lower off",
      "hold coil 1340",
      "igniter 180",
    ],
  },
  {
    by: YOU,
    customer: "Tern Court flats",
    place: "Tern Court, laundry room",
    machine: "brisk-tolley-v45e",
    words: "turns, no heat",
    ago: 6,
    lines: ["starts, turns", "no heat", "display yes, no code", "air strong", "proved dead", "pl1 h3 OL", "console off", "ntc 11.4k @ 22C"],
  },
  {
    by: YOU,
    customer: "Mrs Osk",
    place: "Old Chandlery, first floor",
    machine: "kelvane-c7",
    words: "no start",
    ago: 2,
    lines: ["no start", "display yes", "code F5", "tank good", "proved dead", "pl pg OL"],
  },
  {
    by: "Col Wenlow",
    customer: "Saltmarsh guest house",
    place: "Eelpie Road 40",
    machine: "brisk-tolley-v45g",
    words: "turns, no heat",
    ago: 30,
    lines: ["starts, turns", "no heat", "glow after 18 s, dark at 40 s, no flame", "air strong", "exhaust 24 C"],
  },
  {
    by: YOU,
    customer: "Miss Quillon",
    place: "Fish quay flats, 2a",
    machine: "orrinshaw-e27",
    words: "turns, no heat",
    ago: 7,
    lines: [
      "starts, turns",
      "no heat",
      "air strong",
      "proved dead",
      ...off("orrinshaw-e27", "top"),
      { kind: "own-step", body: { name: "rubber bumper of the left hinge", state: "off", note: "lip to the wall" } },
      ...off("orrinshaw-e27", "front"),
      "cycling thermostat OL",
      lead("cycling-thermostat.1", "off"),
      lead("cycling-thermostat.2", "off", { condition: "burnt" }),
      lead("bias-heater.1", "off"),
      "fitted cycling thermostat",
      lead("bias-heater.1", "on"),
      lead("cycling-thermostat.2", "on", { mended: "replaced" }),
      lead("cycling-thermostat.1", "on"),
      {
        kind: "plug-reading",
        body: {
          between: ["PL1", "PN"],
          controls: { timer: "timed-high", door: "shut", start: "released", heat: "low", belt: "whole" },
          ohms: 1940,
        },
      },
    ],
  },
  {
    by: "Ida Thrupp",
    customer: "Mr Skerry",
    place: "Cannery lofts, 5",
    machine: "orrinshaw-e27",
    words: "it heats even when it is not turning",
    ago: 50,
    lines: [
      "starts, turns",
      "air strong",
      "proved dead",
      "rear off",
      "element cab 12",
      "rear on",
      {
        kind: "declined",
        body: {
          what: "New heating element",
          why: "the machine is fourteen years old; another one comes next month",
          to: "Mr Skerry",
          unsafe: true,
          marked: true,
          ends: true,
        },
      },
    ],
  },
  {
    by: YOU,
    customer: "Mrs Merrow",
    place: "Lugger Row 9",
    machine: "kelvane-g14",
    words: "turns, no heat since Sunday",
    ago: 52,
    lines: [
      "starts, turns",
      "no glow",
      "air strong",
      "proved dead",
      "gas shut",
      "lower off",
      "igniter OL",
      "hold coil 1340",
      { kind: "agreed", body: AGREED },
      "fitted igniter",
      { kind: "used", body: { item: "QF-1212", name: "Igniter", count: 1, cents: 4450, warrantyMonths: 12, renews: ["igniter"] } },
      "igniter 190",
      { kind: "gas-opened", body: { note: "union at the valve" } },
      { kind: "leak-test", body: { joint: "union at the valve", method: "soap", tight: true } },
      PLUG_CHECKED,
      "lower on",
      "gas open",
      "energised",
      proof({ airflow: "unknown", whyUnseen: "the hood is above the yard, no ladder" }),
      { kind: "finding", body: sightFinding("glow", "yes") },
      { kind: "closed", body: { reservations: { rows: ["airflow"], why: "the hood is above the yard, no ladder" } } },
      {
        kind: "conclusion",
        body: { wrong: "The igniter was open", cause: "Age: it had glowed for eleven years", proved: "It read OL; the new one 190 Ω" },
      },
      { kind: "handed-over", body: { to: "Mrs Merrow", signed: SIGNED } },
    ],
  },
  {
    by: "Ida Thrupp",
    customer: "Miss Quarrender",
    place: "Lamp Hill cottage",
    machine: "orrinshaw-e27",
    words: "turns, no heat",
    ago: 75,
    lines: [
      "turns",
      "no heat",
      "air weak",
      "proved dead",
      "rear off",
      "cutoff OL",
      "element cab OL",
      "element 10.6",
      {
        kind: "finding",
        body: { kind: "look", place: { part: "high-limit" }, result: { is: "answer", value: "good" }, circumstances: {} },
      },
      "fitted cutoff",
      "cleared vent",
      PLUG_CHECKED,
      "rear on",
      "energised",
      proof(),
      { kind: "closed", body: { note: "Vent was packed with lint behind the hood; shown to the customer." } },
    ],
  },
  {
    by: "Ida Thrupp",
    customer: "Mr Addlecombe",
    place: "Ropewalk flats, 3b",
    machine: "orrinshaw-e27",
    words: "turns, no heat",
    ago: 24 * 26,
    lines: [
      "turns",
      "no heat",
      "air strong",
      "proved dead",
      "rear off",
      "cutoff 0.2",
      "element OL",
      "element cab OL",
      "fitted element",
      "element 10.7",
      "element cab OL",
      PLUG_CHECKED,
      "rear on",
      "energised",
      proof(),
      { kind: "closed", body: { note: "Duct is long: cleaning advised." } },
    ],
  },
];

/** Loads the demo jobs and the stock when there is no job yet; returns how many jobs it wrote. */
export async function loadDemo(db: Database, now = new Date()): Promise<number> {
  const present = (await db.select({ n: count() }).from(jobs).get())?.n ?? 0;
  if (present > 0) return 0;
  const all = DEMO.map((job) => ({ job, entries: entriesFor(job, now) }));
  for (const { entries } of all) await enter(db, entries);
  const ordered = all.flatMap(({ job, entries }) =>
    (job.orders ?? []).map(({ agoHours, ...order }) => ({
      agoHours,
      draft: { kind: "ordered" as const, body: { ...order, job: entries[0]?.stream.id } },
    })),
  );
  await enter(db, stockFor([...STOCKED.map((draft) => ({ agoHours: 24 * 40, draft })), ...ordered], now));
  return DEMO.length;
}

async function enter(db: Database, entries: readonly Envelope[]): Promise<void> {
  for (const outcome of await appendEntries(db, entries))
    if ("refused" in outcome) throw new Error(`the demo's own entry is refused: ${outcome.refused.message}`);
}

/** Milliseconds between two entries of a demo job. */
const PACE_MS = 100_000;

function entriesFor({ by, customer, place, machine: id, words, ago, lines }: DemoJob, now: Date): readonly Entry[] {
  const machine = findMachine(id);
  if (!machine) throw new RangeError(`no machine “${id}” ships`);
  const typed = new TypedJob(machine, { by, customer, place, start: now.getTime() - ago * 3_600_000, pace: PACE_MS });
  typed.add({ kind: "complaint", body: { words, findings: [...complaintIn(words, machine).findings] } });
  for (const line of lines) {
    if (typeof line === "string") typed.type(line);
    else typed.add(line);
  }
  return typed.entries;
}
