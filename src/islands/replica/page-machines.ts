import { type FindMachine, findAmong, type KeptMachine } from "../../core/model/machine/revision";
import { replica } from "./replica";

/** Machines that a page came with, and in a browser those that it holds besides. */
export function pageMachines(machines: readonly KeptMachine[]): { find: FindMachine; subscribe: (listener: () => void) => () => void } {
  const own = findAmong(machines);
  return {
    find: (ref) => own(ref) ?? (typeof window === "undefined" ? undefined : replica().machines.find(ref)),
    subscribe: (listener) => {
      void replica().machines.keep(machines);
      return replica().machines.subscribe(listener);
    },
  };
}
