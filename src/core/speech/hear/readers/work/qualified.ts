import { type Machine, partOf } from "../../../../model/machine/format";
import { type Clause, has, type NounPhrase, nounsOf, sensesOf } from "../../clause";
import type { Reading } from "../../facts";
import type { Chunk } from "../../senses";
import { type Group, inRange, isWarmth, ownTemperature } from "../evidence/values";

/** The circumstances of a reading that are told beside it. */
export interface Qualified extends Omit<Reading, "value"> {
  readonly covers: readonly number[];
}

/** Reads them off the chunks that go with the value. */
export function qualifiersIn({ chunks, machine, carried }: Clause, group: Group): Qualified {
  const named = nounsOf(chunks, machine);
  // “0.1, OL at low”: of the part that was spoken of.
  const nouns = named.some((n) => n.parts.length > 0) || !carried.parts ? named : [{ at: -1, parts: carried.parts }];
  const covers: number[] = [];
  const controls: Record<string, string> = {};
  let [wiresOn, hot] = [false, has(chunks[group.said.at], "whileHot")];
  let partC: number | undefined;
  chunks.forEach((chunk, i) => {
    if (!inRange(group, i) || i === group.said.at) return;
    const states =
      i === 0 ? [] : sensesOf(chunk, "state").filter((s) => isPlain(chunk, s.control) || isWorkedBy(nouns, s.control, machine));
    const state = states.find((s) => isWorkedBy(nouns, s.control, machine)) ?? states[0];
    const isOpened = chunk.text === "open" && group.said.word === "OL" && isWorkedBy(nouns, "door", machine);
    if (isOpened) controls.door = "open";
    const isWarm = warmthAt(chunks, i, group);
    if (state) controls[state.control] = state.position;
    else if (has(chunk, "wiresOn")) wiresOn = true;
    else if (!has(chunk, "wiresOff", "leads", "oneEnd") && has(chunk, "whileHot")) hot = true;
    if (isWarm) partC = chunk.amount?.value;
    if (state || isWarm || isOpened || has(chunk, "wiresOn", "wiresOff", "leads", "oneEnd", "whileHot", "whileCold")) covers.push(i);
  });
  return {
    covers,
    ...(wiresOn && { wiresOn }),
    ...(hot && { hot }),
    ...(partC !== undefined && { partC }),
    ...(Object.keys(controls).length > 0 && { controls }),
  };
}

/** Gives how warm the part itself was. */
const warmthAt = (chunks: readonly Chunk[], at: number, { said }: Group): boolean => {
  const amount = chunks[at]?.amount;
  return isWarmth(amount) || (amount?.unit === "none" && ownTemperature(chunks, at, said.amount));
};

/** “pressed”, “on low” go only beside the part that is worked so; “door open” says itself what it is of. */
const isPlain = (chunk: Chunk, control: string): boolean =>
  chunk.text.includes(control) || /door|button|start|belt|float|timer|selector|heat|knob/.test(chunk.text);

const isWorkedBy = (nouns: readonly NounPhrase[], control: string, machine: Machine): boolean =>
  nouns.some((n) =>
    n.parts.some((id) => {
      const part = partOf(machine, id);
      return "closedWhen" in part && typeof part.closedWhen === "object" && part.closedWhen.control === control;
    }),
  );
