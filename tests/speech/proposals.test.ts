import { expect, test } from "vitest";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { propose } from "../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../src/core/record/job/state";
import { expectationSays, proposalSays } from "../../src/core/speech/words/card/proposals";
import { jobOf, PROOF, shipped, suspectsFor } from "../job-of";

/** The whole card as it is read: title, detail, what it prepares, reason, caution, what may come out. */
function card(id: string, lines: readonly (string | Draft)[]): string {
  const machine = shipped(id);
  const job = jobOf(machine, lines);
  const set = suspectsFor(machine);
  const proposal = propose(new TestCatalogue(set), job, rank(set, job.evidence, assembliesFitted(job)));
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
    [...FOUND, "fitted element", "rear on"],
    [...FOUND, "fitted element", "rear on", "energised"],
    [...FOUND, "fitted element", "rear on", "energised", PROOF],
  ].map((lines) => card("orrinshaw-e27", lines));
  expect(cards.join("\n\n")).toMatchInlineSnapshot(`
    "How strong is the air at the outside hood?
    With the drum turning, hold a hand at the hood; count the louvres that stand shut.
      air strong → Heating element open, 33 %
      air weak, no air → Thermal cut-off blown, vent duct and hood choked, 72 %
    why: Tells “heating element open” from “thermal cut-off blown, vent duct and hood choked”.
    more: Saves 39 min of repair for 4 min of work, parts counted as minutes at 90 an hour. Next best: measure plug pin N to H4, start button pressed (17 min).

    Make it safe
    Cord out (or breaker off). Meter on a known source, on the machine, on the known source again.
    then: Measure plug pin N to H4, start button pressed
    ! No resistance range until it is proven dead.
      0.7 to 2.8 Ω → Heating element open, 58 %
      OL → Timer heat contact does not close, 19 %
      5.1 Ω to 2.05 kΩ → Cycling thermostat burnt inside, 18 %
    why: Tells “heating element open” from “timer heat contact does not close”.
    more: Saves 70 min of repair for 17 min of work, parts counted as minutes at 90 an hour. Next best: measure plug pin L1 to H4 (17 min).

    Measure plug pin N to H4, start button pressed
    Cord out, wires on.
      0.7 to 2.8 Ω → Heating element open, 58 %
      OL → Timer heat contact does not close, 19 %
      5.1 Ω to 2.05 kΩ → Cycling thermostat burnt inside, 18 %
    why: Tells “heating element open” from “timer heat contact does not close”.
    more: Saves 60 min of repair for 4 min of work, parts counted as minutes at 90 an hour. Next best: measure H3 to H5 (4 min).

    Fit a new heating element
    New part beside old: same ratings, same terminals. Meter the new part before it goes in: under a minute, against the chance of a bad one (est. 1.5 %). Never bridge a fuse or limit.
    why: 95 % that this is the repair.
    more: The best test left (measure H3 to H5) would save 3 min for 4 min. Fitting the heater with limit and cut-off would add 36 and 16 min, and spare a call-back in 6 % (est.).

    Put the rear panel back
    9 short screws; the machine must come out from the wall
    why: Every panel and fastener goes back before power.

    Power on
    Nothing left inside, wires clear of panel edges, door shut. Then cord in.
    ! From here the machine is live: no dead test counts until it is made safe again.
    why: Only a run proves the repair.

    Prove it
    Start it on heat, stay with it, answer what you see: starts, turns, warm air, heat cycles, air at the hood.
    why: The job can be closed when it has run.

    Write what the customer noticed
    In the customer’s own words.
    why: A job without its complaint can’t be closed."
  `);
});

test("a cut-off that blew is not left without its causes", () => {
  const blown = ["turns, no heat", "air weak", "proved dead", "rear off", "cutoff OL", "fitted cutoff", "cleared vent"];
  expect(card("orrinshaw-e27", blown)).toMatchInlineSnapshot(`
    "Measure the heating element to the cabinet
    Take its wires off first. Anything but OL is a fault. OL, or more than 1 MΩ.
    why: The thermal cut-off blew and its cause is unexamined: heating element grounded to the cabinet?"
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
    Through a resistor across its terminals, insulated tool, then measure that no voltage is left.
    then: Measure plug pin N to AX
    ! It may hold a dangerous charge with the cord out.
      19.3 to 31.3 Ω → Motor capacitor open, 40 %
      OL → Drum and fan motor auxiliary winding open, 80 %
      0.0 to 19.3 Ω → Drum and fan motor, start winding, far off its rating, 57 %
      over 31.3 Ω → Drum and fan motor: wires swapped at NB and M1, 29 %
    why: Tells “motor capacitor open” from “drum and fan motor auxiliary winding open”.
    more: Saves 8 min of repair for 4 min of work, parts counted as minutes at 90 an hour. Next best: measure F2 to AX (4 min)."
  `);
});

test("who fits sets goes on with the set", () => {
  expect(card("orrinshaw-e27", [...FOUND, "fit sets", "fitted element"])).toMatchInlineSnapshot(`
    "Fit a new thermal cut-off
    New part beside old: same ratings, same terminals. Meter the new part before it goes in: under a minute, against the chance of a bad one (est. 1.5 %). Never bridge a fuse or limit.
    why: It ages with what was fitted, and the labour is in the access: this job fits the set."
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
    "Fit a new set of valve coils
    New part beside old: same ratings, same terminals. Meter the new part before it goes in: under a minute, against the chance of a bad one (est. 1.5 %). Never bridge a fuse or limit.
    why: 98 % that this is the repair.
    more: The best test left (look at the igniter) would save under a minute for 1 min. Fitting the igniter with the valve coils would add 44 and 18 min, and spare a call-back in 5 % (est.)."
  `);
});
