import { definePart, outsideTheCircuit } from "../definition";
import { noNets, partFields } from "../fields";

export const duct = definePart({
  kind: "duct",
  schema: partFields("duct", "The whole way of the air: screen, duct, hood, or the condenser.", { nets: noNets }),
  modes: { choked: { leaks: false, severity: { least: 0.01, most: 0.99, is: "free share of its area" } } },
  ...outsideTheCircuit,
  examined: () => ({ by: "pull-out", minutes: 3 }),
  causeCheck: () => "air",
});
