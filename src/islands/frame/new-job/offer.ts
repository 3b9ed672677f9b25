import type { KeptMachine, MachineRef } from "../../../core/model/machine/revision";

/** A machine as it can be chosen from its plate. */
export interface OfferedMachine {
  readonly ref: MachineRef;
  readonly name: string;
  readonly family: string;
}
export const offerOf = ({ ref, machine: { maker, model, family } }: KeptMachine): OfferedMachine => ({
  ref,
  name: `${maker} ${model}`,
  family,
});
