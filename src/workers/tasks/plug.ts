import { judgePlug, type PlugCheck, type PlugRead, type PlugVerdict, plugCheck } from "../../core/model/access/plug/check";
import type { Machine } from "../../core/model/machine/format";

export interface PlugAnswer {
  readonly check: PlugCheck;
  readonly verdict: PlugVerdict;
}

/** The plug check for wires that were touched, with what was read so far. */
export const checkAtPlug = (machine: Machine, touched: readonly string[], reads: readonly PlugRead[]): PlugAnswer => ({
  check: plugCheck(machine, touched, machine.spares),
  verdict: judgePlug(machine, touched, reads, machine.spares),
});
