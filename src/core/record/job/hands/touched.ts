import type { Machine } from "../../../model/machine/format";
import { terminalsOf } from "../../../model/machine/wiring";

/** Terminals whose wires were touched, with those of these parts; the same list where they were all in it. A plug has none of its own. */
export function withTerminals(machine: Machine | undefined, before: readonly string[], parts: readonly string[]): readonly string[] {
  const named = (machine?.parts ?? []).filter((p) => parts.includes(p.id)).flatMap(terminalsOf);
  const more = named.filter((t) => !before.includes(t));
  return more.length === 0 ? before : [...before, ...more];
}
