import { type Machine, parseMachine } from "../core/machine/schema";
import g14 from "./kelvane-g14.machine.json";
import e27 from "./orrinshaw-e27.machine.json";

/** The machines that ship with the program, checked once when they are loaded. */
export const MACHINES: readonly Machine[] = [
  parseMachine(e27, "orrinshaw-e27.machine.json"),
  parseMachine(g14, "kelvane-g14.machine.json"),
];

export const findMachine = (id: string): Machine | undefined => MACHINES.find((m) => m.id === id);
