import { judgePlug, type PlugCheck, type PlugRead, type PlugVerdict, plugCheck } from "../core/model/access/plug/check";
import type { Machine } from "../core/model/machine/format";

/** The check at the plug for wires that were touched, with what was read so far. */
export interface PlugQuestion {
  readonly machine: Machine;
  readonly touched: readonly string[];
  readonly reads: readonly PlugRead[];
}
export interface PlugAnswer {
  readonly check: PlugCheck;
  readonly verdict: PlugVerdict;
}

addEventListener("message", ({ data: { machine, touched, reads } }: MessageEvent<PlugQuestion>) => {
  const answer: PlugAnswer = {
    check: plugCheck(machine, touched, machine.spares),
    verdict: judgePlug(machine, touched, reads, machine.spares),
  };
  postMessage(answer);
});
