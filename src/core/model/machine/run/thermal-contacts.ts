import { ohmNetwork, ohmsBetween } from "../../circuit/ohms";
import type { FaultSet } from "../fault";
import { type Machine, type PartOf, partOfKind } from "../format";
import { networkOf } from "../network";
import type { ThermalContact, ThermalSurroundings } from "../parts/definition";
import { kindOf } from "../parts/index";
import { thermistorC, thermistorOhms } from "../parts/kinds/thermistor";
import { deadCondition } from "./at-rest";

/**
 * Gives what a board finds at its sensor input with the thermistor at room temperature: Ω, `Infinity` when nothing is connected. Wires and
 * connectors are in it; the board's own input is not.
 */
export function sensedOhms(machine: Machine, faults: FaultSet, board: PartOf<"board">): number {
  const { components } = networkOf(machine, deadCondition(machine), faults);
  return ohmsBetween(ohmNetwork(components.filter((c) => c.id !== `${board.id}/sensor-input`)), ...board.sensor.nets);
}

/** The contacts of a machine that temperature moves, less those that a fault holds open or closed. */
export function thermalContacts(machine: Machine, faults: FaultSet): ThermalContact[] {
  const surroundings = surroundingsOf(machine, faults);
  return machine.parts.flatMap((p) => kindOf(p).thermal(p, surroundings));
}

function surroundingsOf(machine: Machine, faults: FaultSet): ThermalSurroundings {
  return {
    faults,
    biasOf: (thermostat) => {
      const heater = machine.parts.find((r): r is PartOf<"resistor"> => r.kind === "resistor" && r.warms?.part === thermostat);
      return heater?.warms && { id: heater.id, kelvin: heater.warms.kelvin, worksAboveVolts: heater.worksAboveVolts };
    },
    sensorOf: (id) => {
      const board = partOfKind(machine, id, "board");
      const thermistor = partOfKind(machine, board.sensor.part, "thermistor");
      return {
        sensedOhms: sensedOhms(machine, faults, board),
        ambientOhms: thermistorOhms(thermistor, machine.thermal.ambientC),
        ohmsAt: (celsius) => thermistorOhms(thermistor, celsius),
        celsiusAt: (ohms) => thermistorC(thermistor, ohms),
      };
    },
  };
}
