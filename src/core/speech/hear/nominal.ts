import type { Part } from "../../model/machine/format";
import { elementOhms } from "../../model/machine/parts/kinds/element";
import { thermistorOhms } from "../../model/machine/parts/kinds/thermistor";

const ROOM_C = 25;

/** Gives what a good part reads at room temperature, Ω; `undefined` for contacts, fuses and what has no wires. */
export function nominalOhms(part: Part): number | undefined {
  switch (part.kind) {
    case "thermistor":
      return thermistorOhms(part, ROOM_C);
    case "resistor":
    case "coil":
      return part.ohms;
    case "element":
      return elementOhms(part, ROOM_C);
    case "igniter":
      return part.coldOhms;
    case "motor":
      return part.mainOhms;
    default:
      return undefined;
  }
}
