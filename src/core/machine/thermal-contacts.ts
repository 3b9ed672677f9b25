import { ohmNetwork, ohmsBetween } from "../circuit/ohms";
import { deadCondition } from "./condition";
import type { FaultSet } from "./fault";
import { NODE } from "./heat";
import { networkOf, thermistorC, thermistorOhms } from "./network";
import { type Machine, type Part, type PartOf, partOf } from "./schema";

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
/** Id of the contact that stands for a board's own thermostat: “open” while the board finds the air hot enough. */
export const boardThermostatId = (board: string): string => `${board}:thermostat`;

/**
 * What a board finds at its sensor input with the thermistor at room temperature: Ω, `Infinity` when nothing is connected. Wires and
 * connectors are in it; the board's own input is not.
 */
export function sensedOhms(machine: Machine, faults: FaultSet, board: PartOf<"board">): number {
  const { components } = networkOf(machine, deadCondition(machine), faults);
  return ohmsBetween(ohmNetwork(components.filter((c) => c.id !== `${board.id}/sensor-input`)), ...board.sensor.nets);
}

/** The board's thermostat, with its set points carried over to true air temperature: a drifted sensor shifts them. */
function boardThermostat(machine: Machine, faults: FaultSet, board: PartOf<"board">): ThermalContact[] {
  const thermistor = partOf(machine, board.sensor.part) as PartOf<"thermistor">;
  const sensed = sensedOhms(machine, faults, board);
  const healthy = thermistorOhms(thermistor, machine.thermal.ambientC);
  if (!(sensed > board.sensor.shortBelowOhms && sensed < board.sensor.openAboveOhms)) return [];
  const factor = sensed / healthy;
  const trueC = (setC: number) => thermistorC(thermistor, thermistorOhms(thermistor, setC) / factor);
  const { heatOffC, heatOnC } = board.sensor;
  return [{ id: boardThermostatId(board.id), node: NODE.exhaustSensor, opensC: trueC(heatOffC), closesC: trueC(heatOnC), bias: undefined }];
}

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
    case "motor":
      return p.protector && !faults.has(p.id, "protector-open")
        ? [{ id: p.id, node: NODE.motor, opensC: p.protector.opensC, closesC: p.protector.closesC, bias: undefined }]
        : [];
    case "board":
      return boardThermostat(machine, faults, p);
    case "coil":
      return faults.has(p.id, "opens-hot")
        ? [{ id: p.id, node: NODE.coil, opensC: p.opensHotC, closesC: p.opensHotC - COIL_HYSTERESIS_K, bias: undefined }]
        : [];
    default:
      return [];
  }
}
