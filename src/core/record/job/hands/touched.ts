import type { Machine } from "../../../model/machine/format";
import { terminalsOf } from "../../../model/machine/wiring";
import type { JobState } from "../state";
import { noReads, PLUG_LIST } from "./plug-read";

/** Terminals whose wires were touched, with those of these parts; the same list where they were all in it. A plug has none of its own. */
export function withTerminals(machine: Machine | undefined, before: readonly string[], parts: readonly string[]): readonly string[] {
  const named = (machine?.parts ?? []).filter((p) => parts.includes(p.id)).flatMap(terminalsOf);
  const more = named.filter((t) => !before.includes(t));
  return more.length === 0 ? before : [...before, ...more];
}

type Hands = Pick<JobState, "touched" | "plugReads" | "ticks">;

/** Wires of these terminals were touched: whatever was read or said of them at the plug before says nothing any more. */
export const touchedNow = (before: Hands, touched: readonly string[]): Hands => ({
  touched,
  plugReads: noReads(before.plugReads),
  ticks: before.ticks.some((t) => t.list === PLUG_LIST) ? before.ticks.filter((t) => t.list !== PLUG_LIST) : before.ticks,
});
