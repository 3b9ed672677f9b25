import type { Machine } from "../core/model/machine/format";
import { parseMachine } from "../core/model/machine/read";
import { type KeptMachine, refOf } from "../core/model/machine/revision";
import v45e from "./brisk-tolley-v45e.machine.json";
import v45g from "./brisk-tolley-v45g.machine.json";
import c7 from "./kelvane-c7.machine.json";
import g14 from "./kelvane-g14.machine.json";
import e27 from "./orrinshaw-e27.machine.json";

/** The same machine in a building that is fed from a three-phase wye: two 120 V legs a third of a turn apart, 208 V between them. */
const e27On208 = {
  ...e27,
  id: "orrinshaw-e27-208",
  model: "E27 on 208 V",
  supply: { ...e27.supply, legs: e27.supply.legs.map((leg) => (leg.id === "L2" ? { ...leg, volts: 120, degrees: 120 } : leg)) },
};

/** The machines that ship with the program, checked once when they are loaded. */
export const MACHINES: readonly Machine[] = [
  parseMachine(e27, "orrinshaw-e27.machine.json"),
  parseMachine(g14, "kelvane-g14.machine.json"),
  parseMachine(v45e, "brisk-tolley-v45e.machine.json"),
  parseMachine(v45g, "brisk-tolley-v45g.machine.json"),
  parseMachine(c7, "kelvane-c7.machine.json"),
  parseMachine(e27On208, "orrinshaw-e27.machine.json on 208 V"),
];

/** The shipped machine of an id, in the revision that ships with this version. */
export const findMachine = (id: string): Machine | undefined => MACHINES.find((m) => m.id === id);

/** The revisions that ship with this version. */
export const SHIPPED: readonly KeptMachine[] = MACHINES.map((machine) => ({
  ref: refOf(machine),
  machine,
}));
