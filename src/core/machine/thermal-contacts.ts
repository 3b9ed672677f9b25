import type { FaultSet } from "./fault";
import { NODE } from "./heat";
import type { Machine, Part, PartOf } from "./schema";

/** A coil that opened when hot closes again this much cooler. */
const COIL_HYSTERESIS_K = 38;

/** Something that opens and closes by a temperature. */
export interface ThermalContact {
  readonly id: string;
  readonly node: number;
  readonly opensC: number;
  /** `undefined`: once and for all. */
  readonly closesC: number | undefined;
  /** The sensor is warmed by this resistor while it has voltage. */
  readonly bias: PartOf<"resistor"> | undefined;
}

/** The contacts of a machine that temperature moves, less those that a fault holds open or closed. */
export function thermalContacts(machine: Machine, faults: FaultSet): ThermalContact[] {
  return machine.parts.flatMap((p) => thermalContact(machine, faults, p));
}

function thermalContact(machine: Machine, faults: FaultSet, p: Part): ThermalContact[] {
  const stuck = faults.has(p.id, "open") || faults.has(p.id, "welded");
  const low = faults.of(p.id, "low")?.severity ?? 1;
  switch (p.kind) {
    case "thermostat": {
      const bias = machine.parts.find((r): r is PartOf<"resistor"> => r.kind === "resistor" && r.warms?.part === p.id);
      const node = p.senses === "box" ? NODE.boxSensor : NODE.exhaustSensor;
      return stuck ? [] : [{ id: p.id, node, opensC: p.opensC * low, closesC: p.closesC * low, bias }];
    }
    case "fuse":
      return stuck
        ? []
        : [
            {
              id: p.id,
              node: p.senses === "box" ? NODE.boxSensor : NODE.exhaustSensor,
              opensC: p.opensC,
              closesC: undefined,
              bias: undefined,
            },
          ];
    case "radiant-sensor":
      return stuck ? [] : [{ id: p.id, node: NODE.radiant, opensC: p.opensC, closesC: p.closesC, bias: undefined }];
    case "coil":
      return faults.has(p.id, "opens-hot")
        ? [{ id: p.id, node: NODE.coil, opensC: p.opensHotC, closesC: p.opensHotC - COIL_HYSTERESIS_K, bias: undefined }]
        : [];
    default:
      return [];
  }
}
