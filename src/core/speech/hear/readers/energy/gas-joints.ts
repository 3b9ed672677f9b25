import { type Candidate, type Clause, isDone, isVerb, placesOf, tagged } from "../../clause";
import { entry } from "../../meaning";
import type { Chunk } from "../../senses";
import { act } from "../work/act";

/**
 * A joint of the gas train that hands were on: it is to be proven tight, however that is said. Where the words may mean less (a valve
 * that is “off”, a line that is “back on”), it is asked.
 */
export function gasJoints({ chunks, machine }: Clause): Candidate[] {
  if (!machine.burner || tagged(chunks, "soap", "smells", "leads").length > 0 || chunks.some(isOfOther)) return [];
  const told = placesOf(chunks, (c) => isDone(c, "gasOpened"));
  const train = tagged(chunks, "gasTrain");
  const nouns = placesOf(chunks, (c, i) => !told.includes(i) && (train.includes(i) || tagged([c], "gasBody").length > 0));
  const isNoun = (i: number) => nouns.includes(i) || told.includes(i);
  if (told.length + nouns.length === 0) return [];
  const moved = placesOf(chunks, (c, i) => !isNoun(i) && isDone(c, "takeOff", "disconnect", "loosen", "fit"));
  const back = placesOf(chunks, (c, i) => !isNoun(i) && isDone(c, "putOn", "reconnect") && !moved.includes(i));
  const covers = [
    ...told,
    ...nouns,
    ...moved,
    ...back,
    ...tagged(chunks, "gas", "gasJoint", "takeOff", "putOn", "new"),
    ...placesOf(chunks, (c) => /^(took|taken|got|put|at|from)$/.test(c.text)),
  ];
  const name = jointName((told.length > 0 && nouns.length === 0 ? told : nouns).map((i) => chunks[i]?.raw ?? "").join(" "));
  const opened = { kind: "gas-opened", body: { note: name } } as const;
  const isTaken = chunks.some((c) => /^(took|taken|got)$/.test(c.text)) || !moved.every((i) => isLittle(chunks[i]));
  const isSure = told.length > 0 || (moved.length > 0 && (train.length > 0 || isTaken));
  if (isSure) return [act(opened, covers)];
  if (moved.length + back.length === 0 && !chunks.some((c) => isVerb(c, "loosen", "disconnect"))) return [];
  return [{ meanings: [entry(opened)], covers, sure: 1, act: true, wished: true }];
}

/** “gas line turned off”, by its cock; “valve plug”, “unplugged the valve”: of its wires. */
const isOfOther = ({ text }: Chunk): boolean =>
  /^(shut|closed|shut off|turned off|turned on|switched off|switched on)\b|\bplug\b|\bwires?\b|coil|unplug/.test(text);

/** Of a valve or a burner, these may be said of its gas, its coils or its flame. */
const isLittle = (chunk: Chunk | undefined): boolean =>
  /^(off|is off|now off|out|goes out|open|up|away|opened|broke|broken|disconnected)$/.test(chunk?.text ?? "");

/** The joint itself, without what was done to it: “union” of “opened the union”. */
function jointName(words: string): string {
  const named = words
    .replace(
      /\b(i|we|the|a|was|were|is|has|been|just|opened|open|loosened|undone|undid|broke|broken|cracked|disconnected|took|apart|off)\b/gi,
      " ",
    )
    .replace(/\s+/g, " ")
    .trim();
  return named === "" ? words : named;
}
