import { expect, test } from "vitest";
import { sightsIn } from "../../src/core/finding/kinds/sight";
import { foldJob, type Job } from "../../src/core/job/fold";
import type { Safety } from "../../src/core/job/safety";
import { complete } from "../../src/core/language/complete";
import { understand } from "../../src/core/language/understand";
import type { Machine } from "../../src/core/machine/format";
import { vocabularyOf } from "../../src/core/naming/vocabulary";
import { shipped } from "../job-of";

const machine = shipped("orrinshaw-e27");
const vocabulary = vocabularyOf(machine);
const job = (safety: Partial<Safety>, on: Machine = machine): Job => ({
  ...foldJob("j", [], () => on),
  machine: on,
  safety: { power: "dead", liveTests: false, discharged: [], ...safety },
});
const say = (line: string, safety: Partial<Safety> = {}) => {
  const u = understand(line, { machine, vocabulary, job: job(safety) });
  return u.ok ? u.says : `✕ ${u.message}`;
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
  ["start 0.1", "Start switch, wires off, start button pressed: 0.1 Ω"],
  ["turns, no heat", "Drum turns · No warm air"],
  ["belt broken", "Drum belt looks bad"],
  ["rear off", "Rear panel off"],
  ["top off, front off", "Top off · Front off"],
  ["fitted cutoff", "Fitted: new thermal cut-off"],
  ["cleared vent", "Put right: vent duct and hood"],
  ["safe, element OL", "Made safe: cord out, proved dead · Heating element, wires off: OL"],
])("“%s” is understood as “%s”", (line, says) => expect(say(line)).toBe(says));

test.each([
  ["exhaust 142 F", "Exhaust at its hottest: 61 °C"],
  ["back pressure 0.6 inwc", "Back pressure: 149 Pa"],
  ["meter first", "Meter first"],
  ["stops early", "Stops by itself"],
  ["timer stands", "Timer stands"],
])("“%s” is understood as “%s”", (line, says) => expect(say(line, { power: "live" })).toBe(says));

test("what is timed keeps its time; a thermistor its temperature; a code is the machine's own", () => {
  const on = (id: string, line: string) => {
    const m = shipped(id);
    const u = understand(line, { machine: m, vocabulary: vocabularyOf(m), job: job({}, m) });
    return u.ok && "drafts" in u ? [u.says, ...u.drafts.map((d) => d.body)] : [u.ok ? "" : u.message];
  };
  expect(on("kelvane-g14", "glow after 20 s, dark at 45s, no flame")).toEqual([
    "Igniter glows after 20 s · Igniter goes dark after 45 s · No flame",
    {
      kind: "sight",
      place: { sight: "glow" },
      result: { is: "answer", value: "yes" },
      circumstances: { power: "dead", secondsIntoRun: 20 },
    },
    {
      kind: "sight",
      place: { sight: "dark" },
      result: { is: "answer", value: "yes" },
      circumstances: { power: "dead", secondsIntoRun: 45 },
    },
    { kind: "sight", place: { sight: "flame" }, result: { is: "answer", value: "no" }, circumstances: { power: "dead" } },
  ]);
  expect(on("kelvane-c7", "thermistor 9.1k @ 27C")[1]).toMatchObject({
    kind: "ohms",
    result: { value: 9100 },
    circumstances: { partC: 27 },
  });
  expect(on("kelvane-c7", "code F5")[0]).toBe("Code F5: tank full or pump stopped");
  expect(on("orrinshaw-e27", "discharged")[0]).toBe("This machine has no capacitor to discharge");
  expect(on("orrinshaw-e27", "exhaust 12 V")[0]).toContain("is no temperature");
});

test("what it can't read it explains", () => {
  expect(say("elment OL")).toContain("I don't know “elment” on this machine; did you mean element?");
  expect(say("element")).toContain("And what did it read?");
  expect(say("h3 h3 1")).toBe("✕ Both probes are on the same point");
  expect(say("element 12 parsecs")).toContain("is not an amount I can read");
  expect(say("front off")).toBe("✕ The front is held by the top: take that off first");
  expect(say("belt 0.2")).toContain("has no terminals");
});

test("what the safety state forbids is refused with what to do", () => {
  expect(say("element OL", { power: "unknown" })).toContain("Not proven dead");
  expect(say("element OL", { power: "live" })).toContain("Never a resistance range on a live circuit");
  expect(say("tb1 tb2 238", { power: "live" })).toContain("Live tests are not allowed on this job");
  expect(say("tb1 tb2 238", { power: "live", liveTests: true })).toBe("TB1 to TB2: 238 V");
  expect(say("tb1 tb2 238 V", { power: "dead", liveTests: true })).toContain("there is no voltage to read");
  expect(say("energised, element OL")).toContain("Never a resistance range");
});

test("a complaint's own words become sights", () => {
  const heard = (words: string) => sightsIn(words).map((f) => [f.place.sight, f.result.value]);
  expect(heard("It turns but no heat. Clothes stay wet")).toEqual([
    ["turns", "yes"],
    ["warm", "no"],
  ]);
  expect(heard("won't start")).toEqual([["starts", "no"]]);
  expect(heard("makes a smell")).toEqual([]);
});

test("completion offers names that go on from what is typed, and nothing once it is complete", () => {
  expect(complete("ele", vocabulary).map((c) => c.line)).toContain("element ");
  expect(complete("turns, hi", vocabulary).map((c) => c.line)).toContain("turns, high limit ");
  expect(complete("element OL", vocabulary)).toEqual([]);
});

test("a finding keeps the circumstances in which it was typed: the power as it was then, the panels that were off", () => {
  const u = understand("hums no, safe, top off, element 10.6", { machine, vocabulary, job: job({ power: "unknown" }) });
  const circumstances = u.ok && "drafts" in u ? u.drafts.map((d) => (d.kind === "finding" ? d.body.circumstances : d.kind)) : [];
  expect(circumstances).toMatchObject([
    { power: "unknown" },
    "made-safe",
    "panel",
    { power: "dead", panelsOff: ["top"], wiring: [{ edit: "part-off", part: "element" }] },
  ]);
  expect(circumstances[0]).not.toHaveProperty("panelsOff");
});
