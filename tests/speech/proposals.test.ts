import { expect, test } from "vitest";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { propose } from "../../src/core/reason/planning/propose";
import { PLUG_CHECKED } from "../../src/core/record/job/closing/by-hand";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../src/core/record/job/state";
import { expectationSays, proposalSays } from "../../src/core/speech/words/card/proposals";
import { catalogueOf, jobOf, PROOF, shipped, suspectsFor } from "../job-of";

/** The whole card as it is read: title, detail, what it prepares, reason, caution, what may come out. */
function card(id: string, lines: readonly (string | Draft)[]): string {
  const machine = shipped(id);
  const job = jobOf(machine, lines);
  const set = suspectsFor(machine);
  const proposal = propose(catalogueOf(set), job, rank(set, job.evidence, assembliesFitted(job)));
  if (!proposal) return "nothing left to do";
  const { title, detail, why, more, prepares, caution } = proposalSays(machine, proposal);
  const { step, prepares: purpose } = proposal;
  const asked = step.kind === "test" ? step.test : purpose?.for === "test" ? purpose.test : undefined;
  const expects = asked ? proposal.expects.map((e) => expectationSays(machine, asked, e)).map((e) => `  ${e.label} → ${e.meaning}`) : [];
  return [title, detail, prepares && `then: ${prepares}`, caution && `! ${caution}`, ...expects, `why: ${why}`, more && `more: ${more}`]
    .filter(Boolean)
    .join("\n");
}

const FOUND = ["turns, no heat", "air strong", "proved dead", "rear off", "element OL"];

test("a whole visit to an electric machine, card by card", () => {
  const watched = ["turns, no heat", "starts, turns, no heat, air strong, setting good"];
  const cards = [
    ["turns, no heat"],
    watched,
    [...watched, "proved dead", "rear off"],
    FOUND,
    [...FOUND, "fitted element"],
    [...FOUND, "fitted element", PLUG_CHECKED],
    [...FOUND, "fitted element", PLUG_CHECKED, "rear on"],
    [...FOUND, "fitted element", PLUG_CHECKED, "rear on", "energised"],
    [...FOUND, "fitted element", PLUG_CHECKED, "rear on", "energised", PROOF],
  ].map((lines) => card("orrinshaw-e27", lines));
  expect(cards.join("\n\n")).toMatchInlineSnapshot(`
    "How strong is the airflow at the outside hood?
    Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      air strong → 33% heating element open
      air weak, no air → 72% thermal cut-off open (blown), vent duct and hood restricted
    why: Separates “heating element open” from “thermal cut-off open (blown), vent duct and hood restricted”.
    more: 4 min here saves about 39 min of repair (parts counted at $90/h). Next best: measure plug pin N to H4, start button pressed (17 min).

    Make it safe
    Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
    then: Measure plug pin N to H4, start button pressed
    ! No ohms until it's proved dead.
      0.7 to 2.8 Ω → 58% heating element open
      OL → 19% timer heat contact stays open
      5.1 Ω to 2.05 kΩ → 18% cycling thermostat burnt internally
    why: Separates “heating element open” from “timer heat contact stays open”.
    more: 17 min here saves about 70 min of repair (parts counted at $90/h). Next best: measure plug pin L1 to H4 (17 min).

    Measure plug pin N to H4, start button pressed
    Unplugged, wires on.
      0.7 to 2.8 Ω → 58% heating element open
      OL → 19% timer heat contact stays open
      5.1 Ω to 2.05 kΩ → 18% cycling thermostat burnt internally
    why: Separates “heating element open” from “timer heat contact stays open”.
    more: 4 min here saves about 60 min of repair (parts counted at $90/h). Next best: measure H3 to H5 (4 min).

    Replace the heating element
    Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
    why: 95% chance this fixes it.
    more: The best test left (measure H3 to H5) takes 4 min and would save 3 min. Replacing the heater with limit and cut-off adds $36 and 16 min, and avoids a callback in 6% of cases (est.).

    Check the wiring at the plug
    Unplugged. Ohms between the pins.
    why: Wires were moved. A wrong one is found here, not by the fuse.

    Put the rear panel back
    9 short screws; the machine must come out from the wall
    why: Every panel and fastener goes on before power.

    Power on
    No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
    ! From here it's LIVE. No dead test counts until you prove it dead again.
    why: Only a test run proves the repair.

    Do the test run
    Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles, airflow at the hood.
    why: The job can be closed after a good test run.

    Enter the complaint
    Use the customer's own words.
    why: A job can't be closed without a complaint."
  `);
});

test("a cut-off that blew is not left without its causes", () => {
  const blown = ["turns, no heat", "air weak", "proved dead", "rear off", "cutoff OL", "fitted cutoff", "cleared vent"];
  expect(card("orrinshaw-e27", blown)).toMatchInlineSnapshot(`
    "Measure the heating element to the cabinet
    Pull its wires first. Anything but OL is a fault. OL, or more than 1 MΩ.
    why: The thermal cut-off opened, cause not found yet: heating element grounded to the cabinet?"
  `);
});

test("a capacitor is discharged before its motor is metered, and says why", () => {
  expect(
    card("kelvane-c7", [
      "no start",
      "display yes, no code, hums",
      "proved dead",
      "top off, side off",
      "belt good, drum turns freely by hand",
    ]),
  ).toMatchInlineSnapshot(`
    "Discharge the motor capacitor
    Bleed it through a resistor with insulated tools. Then meter it: 0 V.
    then: Measure plug pin N to AX
    ! It can hold a dangerous charge with the cord out.
      19.3 to 31.3 Ω → 40% motor capacitor open
      OL → 80% drum and fan motor auxiliary winding open
      0.0 to 19.3 Ω → 57% drum and fan motor, start winding, out of tolerance
      over 31.3 Ω → 29% drum and fan motor: wires swapped at NB and M1
    why: Separates “motor capacitor open” from “drum and fan motor auxiliary winding open”.
    more: 4 min here saves about 8 min of repair (parts counted at $90/h). Next best: measure F2 to AX (4 min)."
  `);
});

test("who fits sets goes on with the set", () => {
  expect(card("orrinshaw-e27", [...FOUND, "fit sets", "fitted element"])).toMatchInlineSnapshot(`
    "Replace the thermal cut-off
    Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
    why: It wears with the part you replaced, and you're already in there. Replace the set."
  `);
});

test("gas work says so", () => {
  const lines = [
    "turns, no heat",
    "starts, turns",
    "glows, goes dark, no flame",
    "air strong",
    "proved dead",
    "lower off",
    "main coil OL",
    "main coil OL",
  ];
  expect(card("kelvane-g14", lines)).toMatchInlineSnapshot(`
    "Replace the set of valve coils
    Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
    why: 98% chance this fixes it.
    more: The best test left (look at the igniter) takes 1 min and would save under a minute. Replacing the igniter with the valve coils adds $44 and 18 min, and avoids a callback in 5% of cases (est.)."
  `);
});
