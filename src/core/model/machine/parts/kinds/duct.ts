import { definePart, outsideTheCircuit } from "../definition";
import { noNets, partFields } from "../fields";

export const duct = definePart({
  kind: "duct",
  called:
    "duct, vent, ducting, vent duct, hose, hood, flap, lint, lint screen, lint filter, lint trap, screen, filter, louvre, louvres, louver, louvers, vent pipe, exhaust duct, exhaust hose, air path, fluff, vent hood, wall cap, outside hood, outside vent, vent hose, exhaust pipe, dryer vent, ductwork, exhaust vent, vent flap, hood flap, condenser, heat exchanger, lint drawer, fluff filter, vent line, flex, flex hose, flexible hose, flexi duct, foil hose, duct run, lint basket, hood louvres, air duct, vent run, vent tube, wall vent, lint filters, filters, exhaust hood, bird guard, outside flap, hood screen, screen housing, air way, airway",
  schema: partFields("duct", "The whole way of the air: screen, duct, hood, or the condenser.", { nets: noNets }),
  modes: { choked: { leaks: false, severity: { least: 0.01, most: 0.99, is: "free share of its area" } } },
  ...outsideTheCircuit,
  examined: () => ({ by: "pull-out", minutes: 3 }),
  causeCheck: () => "air",
});
