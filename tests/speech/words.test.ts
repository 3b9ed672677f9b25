import { describe, expect, test } from "vitest";
import { assemblyIdOf, isAssembly, jointId, repairOf, replaces } from "../../src/core/model/machine/assembly";
import { type Machine, partOf } from "../../src/core/model/machine/format";
import { plain, type Step, type StepKind } from "../../src/core/reason/planning/proposal";
import { testsOf } from "../../src/core/reason/planning/tests/tests";
import type { Blocker } from "../../src/core/record/job/blocker";
import { causeCheckOf } from "../../src/core/record/job/checks/cause";
import type { CheckOf, OpenCheck } from "../../src/core/record/job/checks/index";
import { blockerSays } from "../../src/core/speech/words/card/blockers";
import { proposalSays } from "../../src/core/speech/words/card/proposals";
import { refusalSays } from "../../src/core/speech/words/card/refusals";
import { testSays } from "../../src/core/speech/words/card/tests";
import { MACHINES } from "../../src/machines";
import { shipped } from "../job-of";

/** Steps of every kind that a machine can be told: what is fitted, cleared and remade once each, every sort of check once. */
const STEPS: Record<StepKind, (machine: Machine) => Step[]> = {
  test: (m) =>
    firstOfEach(
      testsOf(m).map((test): Step => ({ kind: "test", test, again: false })),
      (s) => (s.kind === "test" ? s.test.question.kind : ""),
    ),
  "make-safe": () => [{ kind: "make-safe" }],
  discharge: (m) => m.parts.filter((p) => p.kind === "capacitor").map((p) => ({ kind: "discharge", part: p.id })),
  energise: () => [
    { kind: "energise", to: "watch" },
    { kind: "energise", to: "prove" },
  ],
  panel: (m) =>
    m.panels.slice(0, 1).flatMap(({ id }) => [
      { kind: "panel", panel: id, state: "off" },
      { kind: "panel", panel: id, state: "on" },
    ]),
  "put-back": (m) => [
    { kind: "put-back", thing: { is: "own", id: "rubber bumper", entry: "e", note: "lip to the left" } },
    ...m.leads.slice(4, 5).map((l): Step => ({ kind: "put-back", thing: { is: "lead", id: l.at, entry: "e" } })),
    { kind: "put-back", thing: { is: "wires", id: "J2", entry: "e" } },
  ],
  fit: (m) =>
    firstOfEach([...m.parts.map(assemblyIdOf), ...m.parts.slice(5).map((p) => jointId(p.id))], (a) => repairOf(m, a).is).map(
      (assembly): Step => ({ kind: "fit", assembly, replaces: replaces(repairOf(m, assembly)), meterNew: true }),
    ),
  examine: (m) => checksOf(m).map((check): Step => ({ kind: "examine", check })),
  "plug-check": () => [{ kind: "plug-check" }],
  prove: () => [{ kind: "prove" }],
  doubt: () => [
    {
      kind: "doubt",
      look: ["sheet", "earlier-repair", "drag", "blower-wheel", "gas-pressure", "float", "supply-under-load", "water-or-mice"],
      again: false,
    },
    { kind: "doubt", look: ["sheet"], again: false, found: "blower" },
  ],
  intake: () => [{ kind: "intake" }],
  close: () => [{ kind: "close" }, { kind: "close", reservations: { rows: ["cycles"], why: "no time" } }],
};

const firstOfEach = <T>(list: readonly T[], kindOf: (t: T) => string): T[] =>
  list.filter((t, i) => list.findIndex((u) => kindOf(u) === kindOf(t)) === i);

function checksOf(m: Machine): OpenCheck[] {
  const causes = m.causes
    .filter((c) => partOf(m, c.damage.part).kind === "fuse")
    .map((c): CheckOf<"cause"> => {
      const part = partOf(m, c.cause.part);
      const at = part.faults.find((f) => f.mode === c.cause.mode)?.at;
      const cause = { part: part.id, mode: c.cause.mode, ...(at !== undefined && { at }) };
      return { code: "cause", fuse: c.damage.part, cause, by: causeCheckOf(m, part, c.cause.mode) };
    });
  const duct = m.parts.find((p) => p.kind === "duct");
  const thermostat = m.parts.find((p) => p.kind === "thermostat");
  return [
    ...firstOfEach(causes, (c) => `${c.by} ${partOf(m, c.cause.part).kind}`),
    ...(duct ? [{ code: "vent", part: duct.id } as const] : []),
    ...(m.burner ? (["joint", "bubbles", "smell"] as const).map((because) => ({ code: "leak", because }) as const) : []),
    ...(thermostat ? [{ code: "guard", part: thermostat.id } as const] : []),
    { code: "insulation", because: "tripped", pin: m.supply.neutral.pin },
    { code: "to-cabinet", question: { kind: "ohms", place: { between: [m.supply.neutral.pin, m.cabinet] }, circumstances: {} }, ohms: 12 },
    { code: "polarity", because: "worked-on" },
    { code: "earth", because: "condenser" },
    { code: "door", because: "fitted" },
    { code: "runaway" },
  ];
}

const told = (machine: Machine, step: Step): string => {
  const { title, detail } = proposalSays(machine, plain(step, 5, { code: "nothing-left" }));
  return `${step.kind}: ${title} | ${detail}`;
};
const wordsOf = (id: string): string => {
  const machine = shipped(id);
  return Object.values(STEPS)
    .flatMap((of) => of(machine))
    .map((step) => told(machine, step))
    .join("\n");
};

test("every machine that ships is told below", () =>
  expect(MACHINES.map((m) => m.id).sort()).toEqual([
    "brisk-tolley-v45e",
    "brisk-tolley-v45g",
    "kelvane-c7",
    "kelvane-g14",
    "orrinshaw-e27",
    "orrinshaw-e27-208",
  ]));

describe("the words of every kind of step", () => {
  test("on the electric machine with a clockwork timer", () =>
    expect(wordsOf("orrinshaw-e27")).toMatchInlineSnapshot(`
      "test: Does it start? | Door shut, heat cycle, press start.
      test: Look at the house power | Volts at the outlet, leg to neutral and leg to leg, where live tests are allowed. Else look at the breaker: half tripped?
      test: Turn the idler by hand | It must turn freely and spring back.
      test: Measure the cord, L1, PL1 to TB1 | Unplugged.
      test: Read volts, outlet neutral to outlet L1 | At the outlet; one hand, insulated probes.
      test: Measure the current of the whole machine | Line splitter at the outlet, clamp around one leg, first minute on heat. No panels to pull.
      test: Read the peak exhaust temperature | Thermometer in the exhaust. Empty, on heat, 15 min.
      test: Measure the duct back pressure | Gauge at the exhaust outlet, drum turning.
      make-safe: Make it safe | Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
      energise: Power on to watch it | All panels on. Hands and tools clear. Plug it in.
      energise: Power on | No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
      panel: Take off the terminal block cover | 1 short screw with a washer. Tools: 5.5 mm nut driver.
      panel: Put the terminal block cover back | 1 short screw with a washer
      put-back: Put the rubber bumper back | lip to the left
      put-back: Put the wire of the cord, L2, PL2 back | red (RD) on PL2.
      put-back: Put plug J2 back | Then mark it done.
      fit: Reset the breaker or refer to an electrician | Then mark it done.
      fit: Replace the cord | Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
      fit: Remake the joint at the timer motor contact | Then mark it done.
      examine: How strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Measure the heating element to the cabinet | Pull its wires first. Anything but OL is a fault. OL, or more than 1 MΩ.
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure the heating element, H4 to H5 | Pull its wires first. About 10.7 Ω.
      examine: Clear the vent, then: how strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Heat the cycling thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. OL, or more than 1 MΩ.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
      examine: Is the outlet wired right: hot, neutral and ground each in its own slot? | Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
      examine: Measure plug ground pin to bare cabinet metal | Unplugged, wires on. Must read under 1 Ω, leads included.
      examine: Does it stop when the door is opened? | While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
      examine: Does the heat switch off and on, with the exhaust within limits? | Run it empty 15 min, thermometer in the exhaust.
      plug-check: Check the wiring at the plug | Unplugged. Ohms between the pins.
      prove: Do the test run | Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles, airflow at the hood.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet; what an earlier repair swapped or jumpered; drum, idler and rollers by hand; blower wheel loose or full of lint; gas pressure, orifice, air in the line; float and pump by hand; outlet volts under load; water, mice, chafed harness.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet.
      intake: Enter the complaint | Use the customer's own words.
      close: Close the job | Nothing is open: causes found, panels on, test run good.
      close: Close the job with exceptions | The customer is told, and the report lists it: heat cycles not seen (no time)."
    `));
  test("the same on 208 V", () => expect(wordsOf("orrinshaw-e27-208")).toBe(wordsOf("orrinshaw-e27")));
  test("on the gas machine with a clockwork timer", () =>
    expect(wordsOf("kelvane-g14")).toMatchInlineSnapshot(`
      "test: Does it start? | Door shut, heat cycle, press start.
      test: Look at the house power | Volts at the outlet, where live tests are allowed. Else look at the breaker: half tripped?
      test: Turn the idler by hand | It must turn freely and spring back.
      test: Measure the cord, L1, PL1 to TB1 | Unplugged.
      test: Read volts, outlet neutral to outlet L1 | At the outlet; one hand, insulated probes.
      test: Read the peak exhaust temperature | Thermometer in the exhaust. Empty, on heat, 15 min.
      test: Measure the duct back pressure | Gauge at the exhaust outlet, drum turning.
      make-safe: Make it safe | Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
      energise: Power on to watch it | All panels on. Hands and tools clear. Plug it in.
      energise: Power on | No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
      panel: Take off the terminal block cover | 1 short screw with a washer. Tools: 5.5 mm nut driver.
      panel: Put the terminal block cover back | 1 short screw with a washer
      put-back: Put the rubber bumper back | lip to the left
      put-back: Put the wire of the cord, ground, PG back | green and yellow (GNYE) on PG.
      put-back: Put plug J2 back | Then mark it done.
      fit: Reset the breaker or refer to an electrician | Then mark it done.
      fit: Replace the cord | Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
      fit: Remake the joint at the door switch | Then mark it done.
      examine: How strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Clear the vent, then: how strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Soap solution on every gas joint: any bubbles? | Gas on, soap solution on every joint you opened. Bubbles: gas off, then fix it. Gas work is for a licensed technician.
      examine: Gas off. No power, no flame until every joint passes a leak test | Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
      examine: Gas off. No power, no flame until every joint passes a leak test | Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
      examine: Heat the cycling thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. OL, or more than 1 MΩ.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
      examine: Is the outlet wired right: hot, neutral and ground each in its own slot? | Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
      examine: Measure plug ground pin to bare cabinet metal | Unplugged, wires on. Must read under 1 Ω, leads included.
      examine: Does it stop when the door is opened? | While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
      examine: Does the heat switch off and on, with the exhaust within limits? | Run it empty 15 min, thermometer in the exhaust.
      plug-check: Check the wiring at the plug | Unplugged. Ohms between the pins.
      prove: Do the test run | Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles, airflow at the hood.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet; what an earlier repair swapped or jumpered; drum, idler and rollers by hand; blower wheel loose or full of lint; gas pressure, orifice, air in the line; float and pump by hand; outlet volts under load; water, mice, chafed harness.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet.
      intake: Enter the complaint | Use the customer's own words.
      close: Close the job | Nothing is open: causes found, panels on, test run good.
      close: Close the job with exceptions | The customer is told, and the report lists it: heat cycles not seen (no time)."
    `));
  test("on the electric machine with a board", () =>
    expect(wordsOf("brisk-tolley-v45e")).toMatchInlineSnapshot(`
      "test: Does it start? | Door shut, heat cycle, press start.
      test: Does it show a fault code? | Try to run it for some minutes, then read the display.
      test: Look at the house power | Volts at the outlet, leg to neutral and leg to leg, where live tests are allowed. Else look at the breaker: half tripped?
      test: Turn the idler by hand | It must turn freely and spring back.
      test: Measure the cord, L1, PL1 to TB1 | Unplugged.
      test: Read volts, outlet neutral to outlet L1 | At the outlet; one hand, insulated probes.
      test: Measure the current of the whole machine | Line splitter at the outlet, clamp around one leg, first minute on heat. No panels to pull.
      test: Read the peak exhaust temperature | Thermometer in the exhaust. Empty, on heat, 15 min.
      test: Measure the duct back pressure | Gauge at the exhaust outlet, drum turning.
      make-safe: Make it safe | Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
      energise: Power on to watch it | All panels on. Hands and tools clear. Plug it in.
      energise: Power on | No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
      panel: Take off the terminal block cover | 1 short screw with a washer. Tools: 5.5 mm nut driver.
      panel: Put the terminal block cover back | 1 short screw with a washer
      put-back: Put the rubber bumper back | lip to the left
      put-back: Put the wire of the cord, L2, PL2 back | red (RD) on PL2.
      put-back: Put plug J2 back | Then mark it done.
      fit: Reset the breaker or refer to an electrician | Then mark it done.
      fit: Replace the cord | Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
      fit: Remake the joint at the control board | Then mark it done.
      examine: How strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Measure the heating element to the cabinet | Pull its wires first. Anything but OL is a fault. OL, or more than 1 MΩ.
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure the heating element, H3 to H4 | Pull its wires first. About 10.7 Ω.
      examine: Measure the heat relay, TB1 to H1 | Pull its wires first. At rest it must read OL.
      examine: Clear the vent, then: how strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. OL, or more than 1 MΩ.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
      examine: Is the outlet wired right: hot, neutral and ground each in its own slot? | Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
      examine: Measure plug ground pin to bare cabinet metal | Unplugged, wires on. Must read under 1 Ω, leads included.
      examine: Does it stop when the door is opened? | While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
      examine: Does the heat switch off and on, with the exhaust within limits? | Run it empty 15 min, thermometer in the exhaust.
      plug-check: Check the wiring at the plug | Unplugged. Ohms between the pins.
      prove: Do the test run | Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles, airflow at the hood.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet; what an earlier repair swapped or jumpered; drum, idler and rollers by hand; blower wheel loose or full of lint; gas pressure, orifice, air in the line; float and pump by hand; outlet volts under load; water, mice, chafed harness.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet.
      intake: Enter the complaint | Use the customer's own words.
      close: Close the job | Nothing is open: causes found, panels on, test run good.
      close: Close the job with exceptions | The customer is told, and the report lists it: heat cycles not seen (no time)."
    `));
  test("on the gas machine with a board", () =>
    expect(wordsOf("brisk-tolley-v45g")).toMatchInlineSnapshot(`
      "test: Does it start? | Door shut, heat cycle, press start.
      test: Does it show a fault code? | Try to run it for some minutes, then read the display.
      test: Look at the house power | Volts at the outlet, where live tests are allowed. Else look at the breaker: half tripped?
      test: Turn the idler by hand | It must turn freely and spring back.
      test: Measure the cord, L1, PL1 to TB1 | Unplugged.
      test: Read volts, outlet neutral to outlet L1 | At the outlet; one hand, insulated probes.
      test: Read the peak exhaust temperature | Thermometer in the exhaust. Empty, on heat, 15 min.
      test: Measure the duct back pressure | Gauge at the exhaust outlet, drum turning.
      make-safe: Make it safe | Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
      energise: Power on to watch it | All panels on. Hands and tools clear. Plug it in.
      energise: Power on | No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
      panel: Take off the terminal block cover | 1 short screw with a washer. Tools: 5.5 mm nut driver.
      panel: Put the terminal block cover back | 1 short screw with a washer
      put-back: Put the rubber bumper back | lip to the left
      put-back: Put the wire of the cord, ground, PG back | green and yellow (GNYE) on PG.
      put-back: Put plug J2 back | Then mark it done.
      fit: Reset the breaker or refer to an electrician | Then mark it done.
      fit: Replace the cord | Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
      fit: Remake the joint at the start button | Then mark it done.
      examine: How strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure the heat relay, TB1 to H1 | Pull its wires first. At rest it must read OL.
      examine: Clear the vent, then: how strong is the airflow at the outside hood? | Drum turning: hold a hand at the hood. Count the louvers that stay shut.
      examine: Soap solution on every gas joint: any bubbles? | Gas on, soap solution on every joint you opened. Bubbles: gas off, then fix it. Gas work is for a licensed technician.
      examine: Gas off. No power, no flame until every joint passes a leak test | Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
      examine: Gas off. No power, no flame until every joint passes a leak test | Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
      examine: Heat the high-limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. OL, or more than 1 MΩ.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
      examine: Is the outlet wired right: hot, neutral and ground each in its own slot? | Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
      examine: Measure plug ground pin to bare cabinet metal | Unplugged, wires on. Must read under 1 Ω, leads included.
      examine: Does it stop when the door is opened? | While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
      examine: Does the heat switch off and on, with the exhaust within limits? | Run it empty 15 min, thermometer in the exhaust.
      plug-check: Check the wiring at the plug | Unplugged. Ohms between the pins.
      prove: Do the test run | Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles, airflow at the hood.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet; what an earlier repair swapped or jumpered; drum, idler and rollers by hand; blower wheel loose or full of lint; gas pressure, orifice, air in the line; float and pump by hand; outlet volts under load; water, mice, chafed harness.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet.
      intake: Enter the complaint | Use the customer's own words.
      close: Close the job | Nothing is open: causes found, panels on, test run good.
      close: Close the job with exceptions | The customer is told, and the report lists it: heat cycles not seen (no time)."
    `));
  test("on the condenser machine", () =>
    expect(wordsOf("kelvane-c7")).toMatchInlineSnapshot(`
      "test: Does it start? | Door shut, heat cycle, press start.
      test: Does it show a fault code? | Try to run it for some minutes, then read the display.
      test: Look at the house power | Volts at the outlet, L to N, where live tests are allowed. Else look at the breaker and the residual-current device.
      test: Turn the idler by hand | It must turn freely and spring back.
      test: Measure the cord, L, PL to F1 | Unplugged.
      test: Read volts, outlet neutral to outlet L | At the outlet; one hand, insulated probes.
      test: Measure the current of the whole machine | Line splitter at the outlet, clamp around one leg, first minute on heat. No panels to pull.
      test: Read the peak exhaust temperature | Thermometer in the exhaust. Empty, on heat, 15 min.
      make-safe: Make it safe | Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.
      discharge: Discharge the motor capacitor | Bleed it through a resistor with insulated tools. Then meter it: 0 V.
      energise: Power on to watch it | All panels on. Hands and tools clear. Plug it in.
      energise: Power on | No tools or screws inside. Wires off panel edges. Door shut. Plug it in.
      panel: Take off the top | 2 screws at the back; slide it off. Tools: Torx T20.
      panel: Put the top back | 2 screws at the back; slide it off
      put-back: Put the rubber bumper back | lip to the left
      put-back: Put the wire of the cord, neutral, PN back | blue (BU) on PN.
      put-back: Put plug J2 back | Then mark it done.
      fit: Reset the breaker or refer to an electrician | Then mark it done.
      fit: Replace the cord | Match new to old: ratings, terminals. Meter the new part first: 1.5% are bad (est.). Never jumper out a thermal fuse, cut-off or limit.
      fit: Remake the joint at the cord, ground | Then mark it done.
      examine: Pull out and look at lint filter and condenser | Pull out lint filter and condenser: matted with lint? Rinse the condenser.
      examine: Heat the limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure the heat relay, L2 to H1 | Pull its wires first. At rest it must read OL.
      examine: Measure the heating coil A, 1.4 kW to the cabinet | Pull its wires first. Anything but OL is a fault. OL, or more than 1 MΩ.
      examine: Clear the air path, then: pull out and look at lint filter and condenser | Pull out lint filter and condenser: matted with lint? Rinse the condenser.
      examine: Heat the limit thermostat to prove it opens | Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. OL, or more than 1 MΩ.
      examine: Measure plug pin N to bare cabinet metal | Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
      examine: Is the outlet wired right: hot, neutral and ground each in its own slot? | Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
      examine: Measure plug ground pin to bare cabinet metal | Unplugged, wires on. Must read under 1 Ω, leads included.
      examine: Does it stop when the door is opened? | While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
      examine: Does the heat switch off and on, with the exhaust within limits? | Run it empty 15 min, thermometer in the exhaust.
      plug-check: Check the wiring at the plug | Unplugged. Ohms between the pins.
      prove: Do the test run | Start it on heat. Stay with it. Answer what you see: starts, turns, warm air, heat cycles.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet; what an earlier repair swapped or jumpered; drum, idler and rollers by hand; blower wheel loose or full of lint; gas pressure, orifice, air in the line; float and pump by hand; outlet volts under load; water, mice, chafed harness.
      doubt: Check what the wiring sheet doesn't show | Don't replace anything yet. Check: wires against the wiring sheet.
      intake: Enter the complaint | Use the customer's own words.
      close: Close the job | Nothing is open: causes found, panels on, test run good.
      close: Close the job with exceptions | The customer is told, and the report lists it: heat cycles not seen (no time)."
    `));
});

/** Every test but the pairs of points, of which there are hundreds that are told alike. */
const testsTold = (id: string): string => {
  const machine = shipped(id);
  return testsOf(machine)
    .filter((t) => !t.id.startsWith("pair "))
    .map((t) => `${t.needs}: ${testSays(machine, t.question).title}`)
    .join("\n");
};

describe("the titles of every test", () => {
  test("of the electric machine with a clockwork timer", () =>
    expect(testsTold("orrinshaw-e27")).toMatchInlineSnapshot(`
      "running: Does it start?
      running: Does the drum turn?
      running: Does the motor hum without turning?
      running: Is the air warm after two minutes?
      running: Does the heat switch off and on, with the exhaust within limits?
      running: Does it keep heating for 15 min?
      running: Does it trip the breaker?
      running: Does the drum lamp light with the door open?
      running: How strong is the airflow at the outside hood?
      running: Does it stop early?
      running: Does the timer advance?
      nothing: Look at the house power
      dead: Look at the cord, L1
      dead: Look at the cord, neutral
      dead: Look at the cord, L2
      dead: Look at the timer motor contact
      dead: Look at the door switch
      dead: Look at the blower thermal fuse
      dead: Look at the belt switch
      dead: Look at the drum belt
      dead: Look at the start switch
      dead: Look at the centrifugal hold contact
      dead: Look at the drum motor
      dead: Look at the centrifugal start contact
      dead: Look at the timer motor
      dead: Look at the timer heat contact
      dead: Heat the cycling thermostat to prove it opens
      dead: Look at the low-heat selector
      dead: Look at the bias heater
      dead: Heat the high-limit thermostat to prove it opens
      dead: Look at the thermal cut-off
      dead: Look at the heating element
      dead: Look at the centrifugal heat contact
      dead: Look at the door lamp contact
      nothing: Look at the cycle setting
      nothing: Look at the way of starting
      dead: Turn the idler by hand
      nothing: Turn the drum by hand
      dead: Turn the blower wheel on its shaft
      dead: Hold the wires against the wiring sheet
      dead: Measure the cord, L1, PL1 to TB1
      dead: Measure the cord, neutral, PN to TBN
      dead: Measure the cord, L2, PL2 to TB2
      dead: Measure the cord, ground, PG to CAB
      dead: Measure the timer motor contact, TB1 to M1
      dead: Measure the door switch, M1 to M2
      dead: Measure the blower thermal fuse, M2 to M3
      dead: Measure the belt switch, M3 to M4
      dead: Measure the start switch, M4 to M5
      dead: Measure the drum motor, main winding, M5 to TBN
      dead: Measure the drum motor, start winding, M5 to M6
      dead: Measure the centrifugal start contact, M6 to TBN
      dead: Measure the timer motor, M1 to TBN
      dead: Measure the timer heat contact, TB1 to H1
      dead: Measure the cycling thermostat, H1 to H2
      dead: Measure the low-heat selector, H1 to B1
      dead: Measure the bias heater, B1 to TBN
      dead: Measure the high-limit thermostat, H2 to H3
      dead: Measure the thermal cut-off, H3 to H4
      dead: Measure the heating element, H4 to H5
      dead: Measure the door lamp contact, TB1 to D1
      dead: Measure the drum lamp, D1 to TBN
      dead: Measure the heating element to the cabinet
      nothing: Read volts, outlet neutral to outlet L1
      nothing: Read volts, outlet neutral to outlet L2
      nothing: Read volts, outlet L1 to outlet L2
      live: Read volts, TB1 to TBN
      live: Read volts, TB2 to TBN
      live: Read volts, M1 to TBN
      live: Read volts, M2 to TBN
      live: Read volts, M3 to TBN
      live: Read volts, M4 to TBN
      live: Read volts, M5 to TBN
      live: Read volts, M6 to TBN
      live: Read volts, H1 to TBN
      live: Read volts, H2 to TBN
      live: Read volts, H3 to TBN
      live: Read volts, H4 to TBN
      live: Read volts, H5 to TBN
      live: Read volts, B1 to TBN
      live: Read volts, D1 to TBN
      running: Measure the current of the whole machine
      running: Read the peak exhaust temperature
      running: Measure the duct back pressure"
    `));
  test("of the gas machine with a clockwork timer", () =>
    expect(testsTold("kelvane-g14")).toMatchInlineSnapshot(`
      "running: Does it start?
      running: Does the drum turn?
      running: Does the motor hum without turning?
      running: Is the air warm after two minutes?
      running: Does the heat switch off and on, with the exhaust within limits?
      running: Does it keep heating for 15 min?
      running: Does the igniter glow?
      running: Does the igniter go dark again after a minute?
      running: Is there a flame in the first two minutes?
      running: Does it trip the breaker?
      running: Does the drum lamp light with the door open?
      running: How strong is the airflow at the outside hood?
      running: Does it stop early?
      running: Does the timer advance?
      nothing: Look at the house power
      dead: Look at the cord, L1
      dead: Look at the cord, neutral
      dead: Look at the timer motor contact
      dead: Look at the door switch
      dead: Look at the blower thermal fuse
      dead: Look at the belt switch
      dead: Look at the drum belt
      dead: Look at the start switch
      dead: Look at the centrifugal hold contact
      dead: Look at the drum motor
      dead: Look at the centrifugal start contact
      dead: Look at the timer motor
      dead: Look at the timer heat contact
      dead: Heat the cycling thermostat to prove it opens
      dead: Look at the low-heat selector
      dead: Look at the bias heater
      dead: Heat the high-limit thermostat to prove it opens
      dead: Look at the thermal cut-off
      dead: Look at the centrifugal heat contact
      dead: Heat the holding coil and read it again hot
      dead: Heat the booster coil and read it again hot
      dead: Heat the main coil and read it again hot
      dead: Look at the igniter
      dead: Heat the flame sensor to prove it opens
      nothing: Look at the gas supply
      dead: Look at the door lamp contact
      nothing: Look at the cycle setting
      nothing: Look at the way of starting
      dead: Turn the idler by hand
      nothing: Turn the drum by hand
      dead: Turn the blower wheel on its shaft
      dead: Hold the wires against the wiring sheet
      dead: Have gas pressure and orifice checked
      dead: Measure the cord, L1, PL1 to TB1
      dead: Measure the cord, neutral, PN to TBN
      dead: Measure the cord, ground, PG to CAB
      dead: Measure the timer motor contact, TB1 to M1
      dead: Measure the door switch, M1 to M2
      dead: Measure the blower thermal fuse, M2 to M3
      dead: Measure the belt switch, M3 to M4
      dead: Measure the start switch, M4 to M5
      dead: Measure the drum motor, main winding, M5 to TBN
      dead: Measure the drum motor, start winding, M5 to M6
      dead: Measure the centrifugal start contact, M6 to TBN
      dead: Measure the timer motor, M1 to TBN
      dead: Measure the timer heat contact, TB1 to H1
      dead: Measure the cycling thermostat, H1 to H2
      dead: Measure the low-heat selector, H1 to B1
      dead: Measure the bias heater, B1 to TBN
      dead: Measure the high-limit thermostat, H2 to H3
      dead: Measure the thermal cut-off, H3 to H4
      dead: Measure the holding coil, A to TBN
      dead: Measure the booster coil, A to B
      dead: Measure the main coil, B to TBN
      dead: Measure the igniter, A to B
      dead: Measure the flame sensor, B to TBN
      dead: Measure the door lamp contact, TB1 to D1
      dead: Measure the drum lamp, D1 to TBN
      nothing: Read volts, outlet neutral to outlet L1
      live: Read volts, TB1 to TBN
      live: Read volts, M1 to TBN
      live: Read volts, M2 to TBN
      live: Read volts, M3 to TBN
      live: Read volts, M4 to TBN
      live: Read volts, M5 to TBN
      live: Read volts, M6 to TBN
      live: Read volts, H1 to TBN
      live: Read volts, H2 to TBN
      live: Read volts, H3 to TBN
      live: Read volts, H4 to TBN
      live: Read volts, B1 to TBN
      live: Read volts, D1 to TBN
      live: Read volts, A to TBN
      live: Read volts, B to TBN
      running: Read the peak exhaust temperature
      running: Measure the duct back pressure"
    `));
  test("of the electric machine with a board", () =>
    expect(testsTold("brisk-tolley-v45e")).toMatchInlineSnapshot(`
      "running: Does it start?
      running: Does the drum turn?
      running: Does the motor hum without turning?
      running: Is the air warm after two minutes?
      running: Does the heat switch off and on, with the exhaust within limits?
      running: Does it keep heating for 15 min?
      running: Does it trip the breaker?
      running: Does the drum lamp light with the door open?
      running: How strong is the airflow at the outside hood?
      running: Does it stop early?
      running: Does the display light?
      running: Does it show a fault code?
      nothing: Look at the house power
      dead: Look at the cord, L1
      dead: Look at the cord, neutral
      dead: Look at the cord, L2
      dead: Check the control board for burnt spots
      dead: Look at the start button
      dead: Look at the door switch, board pole
      dead: Look at the motor relay
      dead: Look at the door switch
      dead: Look at the blower thermal fuse
      dead: Look at the belt switch
      dead: Look at the drum belt
      dead: Look at the drum motor
      dead: Look at the centrifugal start contact
      dead: Look at the heat relay
      dead: Warm the exhaust thermistor in your hand: its ohms must drop
      dead: Look at the moisture bars for film
      dead: Heat the high-limit thermostat to prove it opens
      dead: Look at the thermal cut-off
      dead: Look at the heating element
      dead: Look at the centrifugal heat contact
      dead: Look at the door lamp contact
      nothing: Look at the cycle setting
      dead: Turn the idler by hand
      nothing: Turn the drum by hand
      dead: Turn the blower wheel on its shaft
      dead: Hold the wires against the wiring sheet
      dead: Measure the cord, L1, PL1 to TB1
      dead: Measure the cord, neutral, PN to TBN
      dead: Measure the cord, L2, PL2 to TB2
      dead: Measure the cord, ground, PG to CAB
      dead: Measure the control board, TB1 to TBN
      dead: Measure the start button, J4.1 to J4.2
      dead: Measure the door switch, board pole, J3.1 to J3.2
      dead: Measure the motor relay, TB1 to M1
      dead: Measure the door switch, M1 to M2
      dead: Measure the blower thermal fuse, M2 to M3
      dead: Measure the belt switch, M3 to M4
      dead: Measure the drum motor, main winding, M4 to TBN
      dead: Measure the drum motor, start winding, M4 to M6
      dead: Measure the centrifugal start contact, M6 to TBN
      dead: Measure the heat relay, TB1 to H1
      dead: Measure the exhaust thermistor, J2.1 to J2.2
      dead: Measure the moisture bars, J5.1 to J5.2
      dead: Measure the high-limit thermostat, H1 to H2
      dead: Measure the thermal cut-off, H2 to H3
      dead: Measure the heating element, H3 to H4
      dead: Measure the door lamp contact, TB1 to D1
      dead: Measure the drum lamp, D1 to TBN
      dead: Measure the heating element to the cabinet
      nothing: Read volts, outlet neutral to outlet L1
      nothing: Read volts, outlet neutral to outlet L2
      nothing: Read volts, outlet L1 to outlet L2
      live: Read volts, TB1 to TBN
      live: Read volts, TB2 to TBN
      live: Read volts, M2 to TBN
      live: Read volts, M3 to TBN
      live: Read volts, M6 to TBN
      live: Read volts, D1 to TBN
      live: Read volts, M1 to TBN
      live: Read volts, M4 to TBN
      live: Read volts, H1 to TBN
      live: Read volts, H2 to TBN
      live: Read volts, H3 to TBN
      live: Read volts, H4 to TBN
      live: Read volts, J2.1 to TBN
      live: Read volts, J2.2 to TBN
      live: Read volts, J3.1 to TBN
      live: Read volts, J3.2 to TBN
      live: Read volts, J4.1 to TBN
      live: Read volts, J4.2 to TBN
      live: Read volts, J5.1 to TBN
      live: Read volts, J5.2 to TBN
      running: Measure the current of the whole machine
      running: Read the peak exhaust temperature
      running: Measure the duct back pressure
      nothing: How warm is the room?"
    `));
  test("of the gas machine with a board", () =>
    expect(testsTold("brisk-tolley-v45g")).toMatchInlineSnapshot(`
      "running: Does it start?
      running: Does the drum turn?
      running: Does the motor hum without turning?
      running: Is the air warm after two minutes?
      running: Does the heat switch off and on, with the exhaust within limits?
      running: Does it keep heating for 15 min?
      running: Does the igniter glow?
      running: Does the igniter go dark again after a minute?
      running: Is there a flame in the first two minutes?
      running: Does it trip the breaker?
      running: Does the drum lamp light with the door open?
      running: How strong is the airflow at the outside hood?
      running: Does it stop early?
      running: Does the display light?
      running: Does it show a fault code?
      nothing: Look at the house power
      dead: Look at the cord, L1
      dead: Look at the cord, neutral
      dead: Check the control board for burnt spots
      dead: Look at the start button
      dead: Look at the door switch, board pole
      dead: Look at the motor relay
      dead: Look at the door switch
      dead: Look at the blower thermal fuse
      dead: Look at the belt switch
      dead: Look at the drum belt
      dead: Look at the drum motor
      dead: Look at the centrifugal start contact
      dead: Look at the heat relay
      dead: Warm the exhaust thermistor in your hand: its ohms must drop
      dead: Look at the moisture bars for film
      dead: Heat the high-limit thermostat to prove it opens
      dead: Look at the thermal cut-off
      dead: Look at the centrifugal heat contact
      dead: Heat the holding coil and read it again hot
      dead: Heat the booster coil and read it again hot
      dead: Heat the main coil and read it again hot
      dead: Look at the igniter
      dead: Heat the flame sensor to prove it opens
      nothing: Look at the gas supply
      dead: Look at the door lamp contact
      nothing: Look at the cycle setting
      dead: Turn the idler by hand
      nothing: Turn the drum by hand
      dead: Turn the blower wheel on its shaft
      dead: Hold the wires against the wiring sheet
      dead: Have gas pressure and orifice checked
      dead: Measure the cord, L1, PL1 to TB1
      dead: Measure the cord, neutral, PN to TBN
      dead: Measure the cord, ground, PG to CAB
      dead: Measure the control board, TB1 to TBN
      dead: Measure the start button, J4.1 to J4.2
      dead: Measure the door switch, board pole, J3.1 to J3.2
      dead: Measure the motor relay, TB1 to M1
      dead: Measure the door switch, M1 to M2
      dead: Measure the blower thermal fuse, M2 to M3
      dead: Measure the belt switch, M3 to M4
      dead: Measure the drum motor, main winding, M4 to TBN
      dead: Measure the drum motor, start winding, M4 to M6
      dead: Measure the centrifugal start contact, M6 to TBN
      dead: Measure the heat relay, TB1 to H1
      dead: Measure the exhaust thermistor, J2.1 to J2.2
      dead: Measure the moisture bars, J5.1 to J5.2
      dead: Measure the high-limit thermostat, H1 to H2
      dead: Measure the thermal cut-off, H2 to H3
      dead: Measure the holding coil, A to TBN
      dead: Measure the booster coil, A to B
      dead: Measure the main coil, B to TBN
      dead: Measure the igniter, A to B
      dead: Measure the flame sensor, B to TBN
      dead: Measure the door lamp contact, TB1 to D1
      dead: Measure the drum lamp, D1 to TBN
      nothing: Read volts, outlet neutral to outlet L1
      live: Read volts, TB1 to TBN
      live: Read volts, M2 to TBN
      live: Read volts, M3 to TBN
      live: Read volts, M6 to TBN
      live: Read volts, D1 to TBN
      live: Read volts, A to TBN
      live: Read volts, B to TBN
      live: Read volts, M1 to TBN
      live: Read volts, M4 to TBN
      live: Read volts, H1 to TBN
      live: Read volts, H2 to TBN
      live: Read volts, H3 to TBN
      live: Read volts, J2.1 to TBN
      live: Read volts, J2.2 to TBN
      live: Read volts, J3.1 to TBN
      live: Read volts, J3.2 to TBN
      live: Read volts, J4.1 to TBN
      live: Read volts, J4.2 to TBN
      live: Read volts, J5.1 to TBN
      live: Read volts, J5.2 to TBN
      running: Read the peak exhaust temperature
      running: Measure the duct back pressure
      nothing: How warm is the room?"
    `));
  test("of the condenser machine", () =>
    expect(testsTold("kelvane-c7")).toMatchInlineSnapshot(`
      "running: Does it start?
      running: Does the drum turn?
      running: Does the motor hum without turning?
      running: Is the air warm after two minutes?
      running: Does the heat switch off and on, with the exhaust within limits?
      running: Does it keep heating for 15 min?
      running: Does it trip the breaker?
      running: Does it stop early?
      running: Does the display light?
      running: Does it show a fault code?
      nothing: Look at the house power
      dead: Look at the cord, L
      dead: Look at the mains filter, L
      dead: Look at the cord, neutral
      dead: Look at the mains filter, N
      dead: Look at the door switch
      dead: Check the control board for burnt spots
      dead: Look at the start button
      dead: Look at the float switch
      nothing: Pull out the water tank: is it full?
      dead: Look at the motor relay
      dead: Look at the drum and fan motor
      dead: Measure the µF of the motor capacitor against its label
      dead: Look at the pump relay
      dead: Does the drain pump turn freely?
      dead: Look at the heat relay
      dead: Look at the thermal cut-off
      dead: Heat the limit thermostat to prove it opens
      dead: Look at the heating coil A, 1.4 kW
      dead: Look at the heating coil B, 0.9 kW
      dead: Warm the exhaust thermistor in your hand: its ohms must drop
      dead: Look at the moisture bars for film
      dead: Look at the drum belt
      nothing: Pull out and look at lint filter and condenser
      nothing: Look at the cycle setting
      dead: Turn the idler by hand
      nothing: Turn the drum by hand
      dead: Turn the blower wheel on its shaft
      dead: Hold the wires against the wiring sheet
      dead: Measure the cord, L, PL to F1
      dead: Measure the mains filter, L, F1 to L1
      dead: Measure the cord, neutral, PN to F2
      dead: Measure the mains filter, N, F2 to NB
      dead: Measure the cord, ground, PG to CAB
      dead: Measure the door switch, L1 to L2
      dead: Measure the control board, L2 to NB
      dead: Measure the start button, J4.1 to J4.2
      dead: Measure the float switch, J3.1 to J3.2
      dead: Measure the motor relay, L2 to M1
      dead: Measure the drum and fan motor, main winding, NB to M1
      dead: Measure the drum and fan motor, start winding, NB to AX
      dead: Measure the motor capacitor, M1 to AX
      dead: Measure the pump relay, L2 to P1
      dead: Measure the drain pump, P1 to NB
      dead: Measure the heat relay, L2 to H1
      dead: Measure the thermal cut-off, H1 to H2
      dead: Measure the limit thermostat, H2 to H3
      dead: Measure the heating coil A, 1.4 kW, H3 to NB
      dead: Measure the heating coil B, 0.9 kW, H3 to NB
      dead: Measure the exhaust thermistor, J2.1 to J2.2
      dead: Measure the moisture bars, J5.1 to J5.2
      dead: Measure the drum and fan motor to the cabinet
      dead: Measure the heating coil A, 1.4 kW to the cabinet
      dead: Measure the heating coil B, 0.9 kW to the cabinet
      nothing: Read volts, outlet neutral to outlet L
      live: Read volts, F1 to NB
      live: Read volts, F2 to NB
      live: Read volts, L1 to NB
      live: Read volts, L2 to NB
      live: Read volts, M1 to NB
      live: Read volts, AX to NB
      live: Read volts, P1 to NB
      live: Read volts, H1 to NB
      live: Read volts, H2 to NB
      live: Read volts, H3 to NB
      live: Read volts, J2.1 to NB
      live: Read volts, J2.2 to NB
      live: Read volts, J3.1 to NB
      live: Read volts, J3.2 to NB
      live: Read volts, J4.1 to NB
      live: Read volts, J4.2 to NB
      live: Read volts, J5.1 to NB
      live: Read volts, J5.2 to NB
      running: Measure the current of the whole machine
      running: Read the peak exhaust temperature
      nothing: How warm is the room?"
    `));
  test("no two tests of a machine are told alike", () => {
    for (const machine of MACHINES) {
      const titles = testsOf(machine).map((t) => testSays(machine, t.question).title);
      expect([machine.id, titles.filter((t, i) => titles.indexOf(t) !== i)]).toEqual([machine.id, []]);
    }
  });
});

test("what keeps a job from closing", () => {
  const machine = shipped("kelvane-g14");
  const blockers: Blocker[] = [
    { code: "machine" },
    { code: "complaint" },
    { code: "panel", panel: "top" },
    { code: "panel", panel: "attic" },
    { code: "proof", run: "none" },
    { code: "proof", run: "failed" },
    ...checksOf(machine),
  ];
  const said = blockers.map((b) => blockerSays(machine, b)).map(({ says, todo }) => `${says} | ${todo}`);
  expect(said.join("\n")).toMatchInlineSnapshot(`
    "no machine yet | Pick the machine from its nameplate.
    no complaint yet | Enter the complaint.
    the top is still off | Reinstall it: 2 screws in the lint slot, 2 spring clips; tie it up
    the attic is still off | Reinstall it: 
    no good test run yet | Power on, run it on heat, answer what you see.
    the last test run did not start, turn and heat normally | Power on, run it on heat, answer what you see.
    the thermal cut-off opened, cause not found yet: vent duct and hood restricted? | How strong is the airflow at the outside hood? Drum turning: hold a hand at the hood. Count the louvers that stay shut.
    the thermal cut-off opened, cause not found yet: high-limit thermostat stuck closed? | Heat the high-limit thermostat to prove it opens. Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
    airflow at the hood was weak and the vent is not cleared | Clear the vent, then: how strong is the airflow at the outside hood? Drum turning: hold a hand at the hood. Count the louvers that stay shut.
    a gas joint was opened and not leak tested since | Soap solution on every gas joint: any bubbles? Gas on, soap solution on every joint you opened. Bubbles: gas off, then fix it. Gas work is for a licensed technician.
    bubbles were seen at a gas joint | Gas off. No power, no flame until every joint passes a leak test. Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
    it smelled of gas and the joints have not all passed a leak test since | Gas off. No power, no flame until every joint passes a leak test. Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?
    the cycling thermostat stayed closed when heated | Heat the cycling thermostat to prove it opens. Wires off, cold: under 0.5 Ω. Heat it to prove it opens.
    it tripped; plug N to cabinet not metered since | Measure plug pin N to bare cabinet metal. Unplugged, wires on. OL, or more than 1 MΩ.
    pN to cabinet reads 12.0 Ω | Measure plug pin N to bare cabinet metal. Unplugged, wires on. Do not run it until this reads OL. Find what touches, fix it, read again.
    the cord or outlet was worked on; polarity not checked since | Is the outlet wired right: hot, neutral and ground each in its own slot? Outlet tester, or volts from each slot to ground: neutral near 0 V. House wiring is for an electrician. Reversed: leave it unplugged until an electrician fixes the outlet.
    the cabinet ground is not metered | Measure plug ground pin to bare cabinet metal. Unplugged, wires on. Must read under 1 Ω, leads included.
    the door switch was worked on; no one saw the open door stop it | Does it stop when the door is opened? While it runs, open the door: drum and heat must stop. They must not restart when you shut it.
    the heat stayed on and never cycled off | Does the heat switch off and on, with the exhaust within limits? Run it empty 15 min, thermometer in the exhaust."
  `);
});

test("why an entry counts for nothing", () => {
  const machine = shipped("kelvane-c7");
  const said = [
    { code: "job-closed" } as const,
    { code: "not-on-machine", given: "H99" } as const,
    { code: "not-dead", power: "live" } as const,
    { code: "not-dead", power: "unknown" } as const,
    { code: "not-live", power: "dead" } as const,
    { code: "not-live", power: "unknown" } as const,
    { code: "live-tests-forbidden" } as const,
    { code: "not-running" } as const,
    { code: "charged", part: "capacitor" } as const,
    { code: "proof-needs-power" } as const,
    { code: "discharge-needs-dead" } as const,
    { code: "fitting-needs-dead" } as const,
    { code: "still-blocked", blocker: { code: "complaint" } } as const,
  ].map((r) => `${r.code}: ${refusalSays(machine, r)}`);
  expect(said.join("\n")).toMatchInlineSnapshot(`
    "job-closed: Job is closed. Void the closing entry to reopen it.
    not-on-machine: “H99” is not on this machine (Kelvane C7). Is it the right one?
    not-dead: ⚠ Never put ohms on a live circuit. Unplug it, prove it dead, then read again.
    not-dead: Not proved dead. Unplug it, prove it dead, then read again.
    not-live: The power is off: no volts to read. Turn power on and record it first. Live test: one hand, insulated probes, touch nothing else.
    not-live: The power state isn't known. Turn power on and record it first. Live test: one hand, insulated probes, touch nothing else.
    live-tests-forbidden: Live tests are off for this job. Allow live tests, or test it dead.
    not-running: The power is off: nothing to read while it runs. Turn power on and record it first.
    charged: The motor capacitor may hold a charge. Bleed it through a resistor, record it discharged, then read.
    proof-needs-power: Power isn't on record. Reassemble it, plug it in, record power on, then run it.
    discharge-needs-dead: Discharge it with the power off only. Unplug it, prove it dead, then discharge.
    fitting-needs-dead: Replace parts with the power off only. Unplug it, prove it dead, then enter the part again.
    still-blocked: Not closed: no complaint yet"
  `);
});

test("everything that can be fitted is told by its own name", () => {
  for (const machine of MACHINES) {
    const assemblies = [...new Set(machine.parts.map(assemblyIdOf))];
    for (const a of assemblies) expect(isAssembly(machine, a)).toBe(true);
    const titles = assemblies.map((assembly) => told(machine, { kind: "fit", assembly, replaces: true, meterNew: false }));
    expect(new Set(titles).size).toBe(titles.length);
  }
});
