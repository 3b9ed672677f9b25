import { expect, test } from "vitest";
import { parseMachine } from "../../../src/core/model/machine/read";
import { fastenersSay } from "../../../src/core/model/naming/fasteners";
import { behindSays, isOffSays, panelDoneSays, panelOrderSays } from "../../../src/core/model/naming/removals";
import { shipped } from "../../job-of";

test("what comes off is said as hands do it, by what it is", () => {
  const g14 = shipped("kelvane-g14");
  const out = {
    id: "out",
    name: "machine",
    sort: "machine",
    minutesOff: 5,
    minutesOn: 4,
    tools: [],
    held: "two people",
    ways: [{ needs: [] }],
  };
  const machine = parseMachine({ ...structuredClone(g14), panels: [...structuredClone(g14.panels), out] });
  const said = ["front", "belt", "drum", "out"].map((id) =>
    [
      panelOrderSays(machine, id, "off"),
      panelOrderSays(machine, id, "on"),
      panelDoneSays(machine, id, "off"),
      panelDoneSays(machine, id, "on"),
      isOffSays(machine, id),
    ].join(" | "),
  );
  expect([...said, behindSays(machine, "front"), behindSays(machine, "coil-bracket")].join("\n")).toMatchInlineSnapshot(`
    "Take off the front | Put the front back | Front off | Front back on | the front is off
    Slip the belt off | Put the belt back on | Belt off | Belt back on | the belt is off
    Lift the drum out | Put the drum back in | Drum out | Drum back in | the drum is out
    Pull the machine out | Push the machine back | Machine pulled out | Machine back in its place | the machine is pulled out
    behind the front
    behind the lower front or the drum"
  `);
  expect(fastenersSay(machine.panels.find((p) => p.id === "console")?.fasteners ?? [])).toMatchInlineSnapshot(
    `"2 screws, cross 2, 10 mm, sheet metal, zinc, inner; 2 screws, cross 2, 25 mm, sheet metal, zinc, blunt tip, outer corners; 3 tabs, along its lower edge"`,
  );
});
