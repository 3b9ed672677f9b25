import { expect, test } from "vitest";
import { parseMachine } from "../../src/core/machine/read";
import { fastenersSay } from "../../src/core/naming/fasteners";
import { behindSays, isOffSays, panelDoneSays, panelOrderSays } from "../../src/core/naming/removals";
import { shipped } from "../job-of";

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
  expect([...said, behindSays(machine, "front"), behindSays(machine, "coil-bracket")].join("\n")).toMatchInlineSnapshot();
  expect(fastenersSay(machine.panels.find((p) => p.id === "console")?.fasteners ?? [])).toMatchInlineSnapshot();
});
