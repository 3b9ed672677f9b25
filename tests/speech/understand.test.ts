import { expect, test } from "vitest";
import type { Machine } from "../../src/core/model/machine/format";
import { vocabularyOf } from "../../src/core/model/naming/vocabulary";
import { foldJob, type Job } from "../../src/core/record/job/fold";
import type { Safety } from "../../src/core/record/job/safety";
import { complaintIn } from "../../src/core/speech/complaint";
import { type CompletionContext, complete, SAID_AT } from "../../src/core/speech/complete";
import { type Context, understand } from "../../src/core/speech/understand";
import { MACHINES } from "../../src/machines";
import { shipped } from "../job-of";

const machine = shipped("orrinshaw-e27");
const vocabulary = vocabularyOf(machine);
const job = (safety: Partial<Safety>, on: Machine = machine): Job => ({
  ...foldJob("j", [], () => on),
  machine: on,
  safety: { power: "dead", liveTests: false, discharged: [], ...safety },
});
const hearOn = (line: string, safety: Partial<Safety> = {}, more: Partial<Context> = {}) =>
  understand(line, { machine, job: job(safety), ...more });
const say = (line: string, safety: Partial<Safety> = {}) => {
  const u = hearOn(line, safety);
  return u.is === "entries" ? u.says : `${u.is}: ${u.says}`;
};

test.each([
  ["element OL", "Heating element, wires off: OL"],
  ["element 10.4 wires on", "Heating element, wires on: 10.4 Ω"],
  ["Cut-off .2", "Thermal cut-off, wires off: 0.2 Ω"],
  ["hi limit 0.3", "High-limit thermostat, wires off: 0.3 Ω"],
  ["h3 h4 .3", "H3 to H4, wires on: 0.3 Ω"],
  ["pl1 to pn 2.9k", "PL1 to PN, wires on: 2.90 kΩ"],
  ["element cab OL", "Heating element to cabinet, wires off: OL"],
  ["start winding 3.4", "Drum motor, start winding, wires off: 3.4 Ω"],
  ["start switch 0.1", "Start switch, wires off, start button pressed: 0.1 Ω"],
  ["turns, no heat", "Drum turns · No warm air"],
  ["belt broken", "Drum belt looks bad"],
  ["rear off", "Rear panel off"],
  ["top off, front off", "Top off · Front off"],
  ["fitted cutoff", "Replaced: thermal cut-off"],
  ["cleared vent", "Fixed: vent duct and hood"],
  ["proved dead, element OL", "Proved dead: cord out · Heating element, wires off: OL"],
  ["top off, the clips are stiff", "Top off · the rest as a note"],
])("“%s” is understood as “%s”", (line, says) => expect(say(line)).toBe(says));

test.each([
  ["exhaust 142 F", "Exhaust at its hottest: 142 °F"],
  ["back pressure 0.6 inwc", "Back pressure: 0.60 in w.c."],
  ["meter first", "Meter first"],
  ["stops early", "Stops early"],
  ["timer stands", "Timer does not advance"],
])("“%s” is understood as “%s”", (line, says) => expect(say(line, { power: "live" })).toBe(says));

test("what is not understood, asked about or forbidden says so, and what would do", () => {
  expect(say("fuse OL")).toBe("unclear: Which of these?");
  expect(say("the customer has a parrot")).toBe("note: Saved as a note");
  expect(say("front off")).toBe("blocked: Front off: The front is held by the top: take that off first");
  expect(say("element OL", { power: "unknown" })).toContain("blocked: Heating element, wires off: OL: Not proved dead");
  expect(say("element OL", { power: "live" })).toContain("Never put ohms on a live circuit");
  expect(say("tb1 tb2 238 V", { power: "live" })).toContain("Live tests are off for this job");
  expect(say("tb1 tb2 238 V", { power: "live", liveTests: true })).toBe("TB1 to TB2: 238 V");
  expect(say("tb1 tb2 238 V", { power: "dead", liveTests: true })).toContain("no volts to read");
  expect(say("energised, element OL")).toContain("Never put ohms");
  expect(say("fitted new element", { power: "unknown" })).toContain("Replace parts with the power off only");
});

test("the readings of what is unclear are whole entries, one touch each", () => {
  const u = hearOn("fuse OL");
  expect(u.is === "unclear" && u.readings.map((r) => r.says)).toEqual([
    "Blower thermal fuse, wires off: OL",
    "Thermal cut-off, wires off: OL",
  ]);
  const intended = hearOn("will replace the element tomorrow");
  expect(intended.is === "note" && intended.readings.map((r) => r.says)).toEqual(["Replaced: heating element", "Needed: heating element"]);
});

test("what the card asks for need not be named again", () => {
  const asked = {
    kind: "ohms",
    place: { between: ["element.1", "element.2"] },
    circumstances: { wiring: [{ edit: "part-off", part: "element" }] },
  } as const satisfies Context["asked"];
  const answer = (line: string) => {
    const u = hearOn(line, {}, { asked: { ...asked, place: { between: [...asked.place.between] }, circumstances: {} } });
    return u.is === "entries" ? u.says : u.is;
  };
  expect(answer("OL")).toBe("Heating element, wires off: OL");
  expect(answer("10.6")).toBe("Heating element, wires off: 10.6 Ω");
  expect(answer("10.6 wires on")).toBe("Heating element, wires on: 10.6 Ω");
  expect(answer("limit 0.2")).toBe("High-limit thermostat, wires off: 0.2 Ω");
  expect(answer("no heat")).toBe("No warm air");
});

test("positions set on the sheet go for what the line leaves open", () => {
  const u = hearOn("lamp contact OL", {}, { controls: { door: "shut" } });
  expect(u.is === "entries" && u.drafts[0]?.kind === "finding" && u.drafts[0].body.circumstances.controls).toMatchObject({ door: "shut" });
});

test("what is timed keeps its time; a thermistor its temperature; a code is the machine's own", () => {
  const on = (id: string, line: string) => {
    const m = shipped(id);
    const u = understand(line, { machine: m, job: job({}, m) });
    return u.is === "entries" ? [u.says, ...u.drafts.map((d) => (d.kind === "finding" ? d.body.circumstances : d.kind))] : [u.is];
  };
  expect(on("kelvane-g14", "glow after 20 s, dark at 45s, no flame")).toEqual([
    "Igniter glows after 20 s · Igniter goes dark after 45 s · No flame",
    { power: "dead", secondsIntoRun: 20 },
    { power: "dead", secondsIntoRun: 45 },
    { power: "dead" },
  ]);
  expect(on("kelvane-g14", "it burned 8 s")).toEqual(["Flame for 8 s", { power: "dead", lastedSeconds: 8 }]);
  expect(on("kelvane-c7", "thermistor 9.1k @ 27C")[1]).toMatchObject({ partC: 27 });
  expect(on("kelvane-c7", "code F5")[0]).toBe("Code F5: tank full or pump stopped");
  expect(on("orrinshaw-e27", "discharged the capacitor")).toEqual(["note"]);
});

test("a complaint in prose becomes sightings; when it began and what was before are told of apart", () => {
  const heard = complaintIn(
    "It turns but the air stays cold. Started when we moved it to the cellar. The element was changed in March. It smells a bit burnt.",
    machine,
  );
  expect(heard.findings.map((f) => (f.kind === "sight" ? [f.place.sight, f.result.value] : f.kind))).toEqual([
    ["turns", "yes"],
    ["warm", "no"],
    ["burning", "yes"],
  ]);
  expect(heard.told).toEqual([
    { words: "Started when we moved it to the cellar.", about: "onset", by: "customer" },
    { words: "The element was changed in March.", about: "history", by: "customer" },
  ]);
});

test("completion offers names that go on from what is typed, and nothing once it is complete", () => {
  expect(complete("ele", vocabulary).map((c) => c.line)).toContain("element ");
  expect(complete("turns, hi", vocabulary).map((c) => c.line)).toContain("turns, high limit ");
  expect(complete("element OL", vocabulary)).toEqual([]);
});

test("completion begins with what is asked, then with what is said at the bench", () => {
  const first = (line: string, context: CompletionContext) => complete(line, vocabulary, context)[0]?.label;
  expect(first("a", { bench: "air" })).toBe("air strong");
  expect(first("e", { bench: "safe" })).toBe("energised");
  expect(first("e", { bench: "air" })).toBe("exhaust ");
  expect(first("d", { bench: "watch", asked: ["drum turns", "drum does not turn"] })).toBe("drum turns");
});

test.each(MACHINES.map((m) => [m.id, m] as const))("%s: whatever completion offers as a whole saying is understood", (_, on) => {
  const whole = [...new Set(Object.values(SAID_AT).flat())].filter((p) => !p.endsWith(" "));
  const kept = whole.filter((p) => understand(p, { machine: on, job: job({ power: "unknown" }, on) }).is === "note");
  // Said only of some machines: gas, a capacitor, a display.
  expect(kept.filter((p) => !/gas|capacitor|display|lamp|drum (in|out)/.test(p))).toEqual([]);
});

test("a finding keeps the circumstances in which it was typed: the power as it was then, the panels that were off", () => {
  const u = hearOn("no hum, proved dead, top off, element 10.6", { power: "unknown" });
  const circumstances = u.is === "entries" ? u.drafts.map((d) => (d.kind === "finding" ? d.body.circumstances : d.kind)) : [];
  expect(circumstances).toMatchObject([
    { power: "unknown" },
    "made-safe",
    "panel",
    { power: "dead", panelsOff: ["top"], wiring: [{ edit: "part-off", part: "element" }] },
  ]);
  expect(circumstances[0]).not.toHaveProperty("panelsOff");
});
