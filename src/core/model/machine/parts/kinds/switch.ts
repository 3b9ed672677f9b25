import { definePart } from "../definition";
import { closedWhen, id, pair, partFields } from "../fields";
import { workedByControl } from "../worked-by-control";

export const switchPart = definePart({
  kind: "switch",
  called: "switch",
  schema: partFields("switch", "A switch that a person, the door, the belt or the float works.", {
    nets: pair,
    closedWhen,
    needs: id.optional().describe("A part that must be whole for the control to be where it should, such as the belt."),
  }),
  ...workedByControl,
});
