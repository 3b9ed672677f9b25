import { type FaultSet, JOINT_HOT } from "../fault";
import type { ThermalContact } from "../parts/definition";
import { terminalName, type WiringEdit } from "../wiring";
import { NODE } from "./nodes";

/** A joint that is good while cold parts as the warm air spreads in the cabinet, and closes again as it cools, °C (est.). */
const PARTS_C = 46;
const CLOSES_C = 38;
const PREFIX = "hot joint ";

export const isHotJoint = (opened: string): boolean => opened.startsWith(PREFIX);

/** Joints that heat parts, among the contacts that a temperature moves. */
export const hotJoints = ({ faults }: FaultSet): ThermalContact[] =>
  faults
    .filter((f) => f.mode === JOINT_HOT)
    .map(({ part, at }) => ({
      id: `${PREFIX}${part}.${at}`,
      node: NODE.exhaustSensor,
      opensC: PARTS_C,
      closesC: CLOSES_C,
      bias: undefined,
    }));

/** Gives what they do to the wires once they have parted. */
export const partedWhenHot = ({ faults }: FaultSet): WiringEdit[] =>
  faults.flatMap((f) => (f.mode === JOINT_HOT ? [{ edit: "off" as const, at: terminalName(f.part, Number(f.at)) }] : []));
