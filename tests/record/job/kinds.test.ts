import { expect, test } from "vitest";
import { refOf } from "../../../src/core/model/machine/revision";
import { refusalOf, stateAfter } from "../../../src/core/record/job/fold";
import type { Body, EntryKind } from "../../../src/core/record/job/kinds/index";
import { type Draft, ENTRY_KINDS, entryKind } from "../../../src/core/record/job/kinds/index";
import type { JobState } from "../../../src/core/record/job/state";
import { entrySays } from "../../../src/core/speech/words/entries";
import { jobOf, shipped } from "../../job-of";

const machine = shipped("kelvane-c7");
const ref = refOf(machine);

/** One body of every kind: the compiler asks for one of each that there is. */
const EXAMPLES: { [K in EntryKind]: Body<K> } = {
  opened: { customer: "Mrs Osk", place: "Old Chandlery", phone: "000 555", liveTests: true },
  particulars: { place: "New Chandlery" },
  machine: { machine: ref, serial: "INV-0001", plate: { model: "C7X", volts: 240 } },
  complaint: { words: "no start", findings: [] },
  preference: { liveTests: false, first: "look", parts: "set", coldCoil: "trust" },
  meter: {
    leadOhms: 0.25,
    used: { name: "Bench meter", ranges: [{ unit: "ohm", upTo: 400, digitSize: 0.1, percentOfReading: 0.9, digits: 2 }] },
  },
  "new-part": { place: { between: ["element-a.1", "element-a.2"] }, result: { is: "value", value: 38.1, unit: "ohm" } },
  photo: { file: "0".repeat(64), of: "plate", note: "bottom row worn off" },
  "made-safe": { how: "breaker", proved: true, check: { source: "outlet" } },
  energised: { note: "for the proof" },
  "leak-test": { joint: "union behind the valve", method: "soap", tight: true },
  burner: { gas: "natural", altitudeFt: 600, orificeInches: 0.089, manifoldInWc: 3.5 },
  converted: { to: "propane", items: { orifice: true, spring: true, cap: true, pressure: true, label: true } },
  duct: {
    diameterM: 0.1,
    pieces: [
      { is: "straight", material: "foil", metres: 1.5 },
      { is: "bend", material: "metal", degrees: 90 },
    ],
    hood: "louvres",
    hoodOpen: 1,
    upM: 2,
  },
  "gas-opened": { note: "union behind the valve" },
  "not-done": { check: "door", why: "the customer had to leave" },
  finding: { kind: "look", place: { part: "belt" }, result: { is: "answer", value: "good" }, circumstances: {} },
  watched: {
    seconds: 130,
    events: [
      { at: 2, what: "motor" },
      { at: 3, what: "turns" },
    ],
  },
  note: { words: "key is with the neighbour", about: "history", by: "customer" },
  isolated: { how: "breaker", locked: true, note: "Tess Trier, key in her pocket" },
  cooled: {},
  cleaned: { airway: "lint-screen" },
  valve: { of: "water", state: "shut" },
  wire: { of: "J2", state: "off" },
  "own-step": { name: "rubber bumper", state: "off", note: "lip to the left" },
  lead: { at: "element-a.1", state: "off", condition: "burnt", mended: "crimped" },
  cup: { of: "top", fasteners: [{ is: "screw", count: 2, head: "Torx T20", lengthMm: 14, stays: false }] },
  recount: { of: "top", over: 1, short: 0, why: "belongs to the console" },
  tick: { list: "fit.heater", item: "leads", says: "Leads at least 25 mm from metal.", state: "done" },
  "plug-reading": { between: ["PL", "PN"], controls: { door: "open" }, ohms: null },
  differs: { of: "rear", needs: ["top"], minutes: 12, note: "a pipe is in the way" },
  lies: { what: "cups", where: "on the washer", who: "Ann Beispiel" },
  pins: { file: "0".repeat(64), pins: [{ x: 0.2, y: 0.4, says: "red on H1" }] },
  wanted: { assembly: "heater", ordered: true, due: "Thursday" },
  discharged: { part: "capacitor" },
  panel: { panel: "top", state: "off" },
  fitted: { assembly: "element-a", action: "replaced" },
  proof: { starts: "yes", turns: "yes", warm: "no", cycles: "unknown", airflow: "unknown" },
  used: { item: "QF-1191B", name: "Heating element", count: 1, cents: 6550, warrantyMonths: 12, renews: ["heater"] },
  "left-over": { item: "QF-K1338", piece: "Crimp terminal", count: 4, why: "the plugs are good" },
  age: { years: 9 },
  agreed: {
    way: "heating element",
    lines: [
      { is: "labour", says: "Labor", how: "60 min at $78.00 an hour", cents: 7800 },
      { is: "part", says: "Heating element", item: "QF-1191B", count: 1, cents: 6550 },
    ],
    taxRate: 800,
    tax: 1148,
    total: 15_498,
    currency: "$",
    with: "Mrs Osk",
  },
  declined: { what: "heating element", why: "too dear", to: "Mrs Osk", unsafe: true, marked: true, ends: true },
  visit: { on: "2026-12-03T09:00:00Z", minutes: 60, what: "fit the element" },
  conclusion: { wrong: "heating element open", cause: "the vent was choked", proved: "it read OL" },
  "handed-over": { to: "Mrs Osk", signed: [[10, 20, 30, 40]] },
  closed: { note: "shown to the customer" },
  retract: { entry: "01a210fc-51c4-72d6-8a5d-2d136f2fbfae", why: "mistyped" },
};
const drafts = Object.entries(EXAMPLES).map(([kind, body]) => ({ kind, body }) as Draft);

/** Gives what of a state an entry changed. */
function changed(before: JobState, draft: Draft): string[] {
  const after = stateAfter(before, draft, { id: "e", at: "2026-11-24T10:00:00Z", by: "Tester", findMachine: () => machine });
  return (Object.keys({ ...before, ...after }) as (keyof JobState)[]).filter((k) => before[k] !== after[k]);
}

test("there is an example of every kind, and its schema takes it as it is", () => {
  expect(drafts.map((d) => d.kind).sort()).toEqual(ENTRY_KINDS.map((k) => k.kind).sort());
  for (const d of drafts) expect(entryKind(d).schema.parse(d.body)).toEqual(d.body);
});

test("each says itself, with a machine and without", () => {
  const said = drafts.map((d) => `${d.kind}: ${entrySays(machine, d)} | ${entrySays(undefined, d)}`);
  expect(said.join("\n").replaceAll(ref.revision, "REVISION")).toMatchInlineSnapshot(`
    "opened: Job opened for Mrs Osk, Old Chandlery | Job opened for Mrs Osk, Old Chandlery
    particulars: Corrected: place New Chandlery | Corrected: place New Chandlery
    machine: Machine: C7X, on the sheet of Kelvane C7, serial INV-0001 | Machine: C7X, on the sheet of kelvane-c7, serial INV-0001
    complaint: Complaint: “no start” | Complaint: “no start”
    preference: Dead tests only; look first, fit the set that ages together, trust a cold coil | Dead tests only; look first, fit the set that ages together, trust a cold coil
    meter: Measured with: Bench meter. Leads shorted: 0.25 Ω | Measured with: Bench meter. Leads shorted: 0.25 Ω
    new-part: New, on the bench: Heating coil A, 1.4 kW: 38.1 Ω | New, on the bench: element-a.1 to element-a.2: 38.1 Ω
    photo: Photo of the plate: bottom row worn off | Photo of the plate: bottom row worn off
    made-safe: Proved dead: breaker off, meter checked on the outlet before and after | Proved dead: breaker off, meter checked on the outlet before and after
    energised: Power on: the machine is LIVE | Power on: the machine is LIVE
    leak-test: Leak test, union behind the valve: tight (soap solution) | Leak test, union behind the valve: tight (soap solution)
    burner: Burner: natural gas, orifice 2.26 mm, manifold 3.5 in w.c. | Burner: natural gas, orifice 2.26 mm, manifold 3.5 in w.c.
    converted: Converted to propane: orifice, spring, cap, pressure, label | Converted to propane: orifice, spring, cap, pressure, label
    duct: Duct: 5 ft, 1 bend, louvers | Duct: 5 ft, 1 bend, louvers
    gas-opened: Gas joint opened: union behind the valve | Gas joint opened: union behind the valve
    not-done: Not done: door (the customer had to leave) | Not done: door (the customer had to leave)
    finding: Drum belt looks good | look belt: good
    watched: Watched for 2:10: motor runs 0:02, drum turns 0:03 | Watched for 2:10: motor runs 0:02, drum turns 0:03
    note: What was before: “key is with the neighbour” | What was before: “key is with the neighbour”
    isolated: Power off: breaker off, locked (“Tess Trier, key in her pocket”), not proved dead | Power off: breaker off, locked (“Tess Trier, key in her pocket”), not proved dead
    cooled: Cool enough to be touched | Cool enough to be touched
    cleaned: Cleaned: lint screen | Cleaned: lint screen
    valve: Water off | Water off
    wire: Plug J2 off | Wires of the j2 off
    own-step: Rubber bumper off (lip to the left) | Rubber bumper off (lip to the left)
    lead: Wire of the heating coil A, 1.4 kW, H3 off (burnt, crimped) | Wire of element-a.1 off (burnt, crimped)
    cup: Cup of the top: 2 screws, Torx T20, 14 mm | Cup of the top: 2 screws, Torx T20, 14 mm
    recount: Fasteners of the top: 1 left over (belongs to the console) | Fasteners of the top: 1 left over (belongs to the console)
    tick: Seen to: Leads at least 25 mm from metal. | Seen to: Leads at least 25 mm from metal.
    plug-reading: At the plug, plug pin L to plug pin N, door open: OL | At the plug, PL to PN: OL
    differs: Rear panel differs: only after the top; takes 12 min; a pipe is in the way | Rear differs: only after the top; takes 12 min; a pipe is in the way
    lies: Cups: on the washer, Ann Beispiel has it | Cups: on the washer, Ann Beispiel has it
    pins: Labels on a photo: red on H1 | Labels on a photo: red on H1
    wanted: Needed: heater with both coils, ordered, comes Thursday | Needed: heater, ordered, comes Thursday
    discharged: Discharged: motor capacitor | Discharged: capacitor
    panel: Top off | Top off
    fitted: Replaced: element-a | Replaced: element-a
    proof: Test run: starts, turns, no heat, cycling not checked, air not checked | Test run: starts, turns, no heat, cycling not checked, air not checked
    used: Used: Heating element, QF-1191B | Used: Heating element, QF-1191B
    left-over: Left over of QF-K1338, on purpose: 4 × Crimp terminal (the plugs are good) | Left over of QF-K1338, on purpose: 4 × Crimp terminal (the plugs are good)
    age: The machine is 9 years old | The machine is 9 years old
    agreed: Agreed: heating element, $154.98 | Agreed: heating element, $154.98
    declined: Declined: heating element (“too dear”); not safe to use; tagged DO NOT USE; the visit ends here | Declined: heating element (“too dear”); not safe to use; tagged DO NOT USE; the visit ends here
    visit: Next visit: 2026-12-03 09:00, fit the element | Next visit: 2026-12-03 09:00, fit the element
    conclusion: It was: heating element open; caused by: the vent was choked | It was: heating element open; caused by: the vent was choked
    handed-over: Handed over to Mrs Osk, who signed | Handed over to Mrs Osk, who signed
    closed: Job closed | Job closed
    retract: An entry taken back | An entry taken back"
  `);
});

test("each changes what it is about, and nothing else", () => {
  const before = jobOf(machine, ["proved dead"]);
  const effects = drafts.map((d) => `${d.kind}: ${changed(before, d).join(", ") || "nothing"}`);
  expect(effects.join("\n")).toMatchInlineSnapshot(`
    "opened: safety, opened, openedAt
    particulars: opened
    machine: machineRef, plate, serial
    complaint: complaint
    preference: safety, preference
    meter: meters, meter
    new-part: newParts
    photo: photos
    made-safe: safety
    energised: safety, livened
    leak-test: joints
    burner: burnerSet
    converted: joints, burnerSet
    duct: ductRun
    gas-opened: joints
    not-done: notDone
    finding: evidence
    watched: evidence
    note: notes
    isolated: safety
    cooled: safety
    cleaned: nothing
    valve: shut
    wire: cameOff, wiresOff
    own-step: cameOff, everOpen
    lead: cameOff, leads, touched
    cup: cups
    recount: recounts
    tick: ticks
    plug-reading: plugReads
    differs: differs
    lies: lying
    pins: photos
    wanted: wanted
    discharged: safety
    panel: panelsOff, cameOff, wasOff, everOpen
    fitted: fitted
    proof: evidence, evidenceAtProof, proof
    used: used
    left-over: leftOver
    age: age
    agreed: agreed
    declined: declined, closed
    visit: visits
    conclusion: conclusion
    handed-over: handedOver
    closed: closed
    retract: nothing"
  `);
});

test("what names something that this machine does not have is refused by that name, whatever its kind", () => {
  const state = jobOf(machine, ["proved dead"]);
  const strange: Draft[] = [
    { kind: "discharged", body: { part: "flux" } },
    { kind: "panel", body: { panel: "attic", state: "off" } },
    { kind: "fitted", body: { assembly: "kettle", action: "replaced" } },
    { kind: "finding", body: { kind: "look", place: { part: "wheel" }, result: { is: "answer", value: "good" }, circumstances: {} } },
  ];
  expect(strange.map((d) => refusalOf(state, d))).toEqual(
    ["flux", "attic", "kettle", "wheel"].map((given) => ({ code: "not-on-machine", given })),
  );
});

test("a closed job takes nothing but what it was, who took it over, and what takes something back", () => {
  const state = { ...jobOf(machine, []), closed: true };
  const taken = ["retract", "age", "agreed", "used", "left-over", "conclusion", "visit", "handed-over"];
  for (const d of drafts) expect(refusalOf(state, d)?.code).toBe(taken.includes(d.kind) ? undefined : "job-closed");
});
