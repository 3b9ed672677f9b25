import { judgePlug } from "../../../model/access/plug/check";
import type { Machine } from "../../../model/machine/format";
import { PLUG_LIST, type PlugReadingTaken } from "../hands/plug-read";
import type { JobState } from "../state";

/** Wires were touched, and the check at the plug is not made since; or what was read is not what is read where all is on rightly. */
export interface PlugOwed {
  readonly code: "plug";
  readonly because: "unread" | "not-right";
}

type Known = Pick<JobState, "machine" | "touched" | "plugReads" | "ticks">;

/** The check at the plug that a job owes; `undefined`: none, it was made, or left out with a reason. */
export function plugOwed({ machine, touched, plugReads, ticks }: Known): PlugOwed | undefined {
  if (!machine || touched.length === 0) return undefined;
  if (ticks.some((t) => t.list === PLUG_LIST)) return undefined;
  const asked = Math.max(0, ...plugReads.map((r) => r.of ?? 0));
  if (asked === 0 || plugReads.filter((r) => r.of !== undefined).length < asked) return { code: "plug", because: "unread" };
  return isRight(machine, touched, plugReads) ? undefined : { code: "plug", because: "not-right" };
}

/** A list of readings is judged once: it stays the same object while nothing is read or touched. */
const judged = new WeakMap<readonly PlugReadingTaken[], { readonly machine: Machine; readonly right: boolean }>();

function isRight(machine: Machine, touched: readonly string[], reads: readonly PlugReadingTaken[]): boolean {
  const known = judged.get(reads);
  if (known?.machine === machine) return known.right;
  const right = judgePlug(machine, touched, reads, machine.spares).verdict === "right";
  judged.set(reads, { machine, right });
  return right;
}
