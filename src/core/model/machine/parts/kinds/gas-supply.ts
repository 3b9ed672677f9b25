import { byLook, definePart, lookedAt, outsideTheCircuit, plainMode } from "../definition";
import { noNets, partFields } from "../fields";

export const gasSupply = definePart({
  kind: "gas-supply",
  called: "gas supply, gas, gas cock, cock, gas tap, gas shut off, gas shutoff, shut off valve, gas stopcock",
  schema: partFields("gas-supply", "The gas that comes to the machine: pipe and cock.", { nets: noNets }),
  modes: {
    shut: plainMode,
    starved: {
      leaks: false,
      severity: { least: 0.01, most: 0.95, is: "share of the rated heat of the flame; below a twentieth it does not light" },
    },
  },
  ...outsideTheCircuit,
  examined: lookedAt(1),
  causeCheck: byLook,
});
