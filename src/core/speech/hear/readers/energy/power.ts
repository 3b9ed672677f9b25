import type { WordTag } from "../../../lexicon/words";
import { type Candidate, type Clause, has, isDone, nounsOf, placesOf, pointsNamed, tagged } from "../../clause";
import { act } from "../work/act";
import { partedPower } from "./parted-power";

/** Power taken away, locked, proven away, or back. */
export function power(clause: Clause): Candidate[] {
  const locked = tagged(clause.chunks, "locked");
  const parted = partedPower(clause, locked);
  const off = [...provenDead(clause), ...isolated(clause, locked), ...(parted ? [parted] : [])];
  return [...off, ...(off.length === 0 ? onlyLocked(clause, locked) : []), ...energised(clause)];
}

const WAYS = [
  ["cordOut", "cord"],
  ["breakerOff", "breaker"],
  ["powerOff", undefined],
] as const;

/** “plug out”, “breaker off and tagged”: taken away, not proven. */
function isolated(clause: Clause, locked: readonly number[]): Candidate[] {
  const breakers = placesOf(clause.chunks, (c) => c.senses.some((s) => s.is === "subject" && s.of === "breaker"));
  return WAYS.flatMap(([tag, way]) => {
    const how = way ?? (breakers.length > 0 ? "breaker" : undefined);
    const places = tagged(clause.chunks, tag);
    const covers = [...places, ...locked, ...machineWords(clause), ...powerNouns(clause), ...breakers];
    const body = { ...(how && { how }), ...(locked.length > 0 && { locked: true as const }) };
    return places.filter((at) => isSettled(clause, at, [tag])).map((at) => act({ kind: "isolated", body }, [at, ...covers]));
  });
}

/** “locked out”, and nothing else that it could be said of. */
function onlyLocked(clause: Clause, locked: readonly number[]): Candidate[] {
  const { chunks, machine } = clause;
  const isOfOther =
    tagged(chunks, "live").length > 0 ||
    nounsOf(chunks, machine).some((n) => n.parts.length > 0 && !n.parts.includes(machine.supply.part)) ||
    chunks.some((c) => !has(c, "aside", "breakerOff") && /panel|child|key|door|control|button|controls/.test(c.text));
  if (locked.length === 0 || isOfOther) return [];
  return [act({ kind: "isolated", body: { locked: true } }, [...locked, ...machineWords(clause), ...powerNouns(clause)], 0.95)];
}

function energised(clause: Clause): Candidate[] {
  const { chunks, machine } = clause;
  const isOfAPart = nounsOf(chunks, machine).some((n) => n.parts.length > 0);
  const moved = placesOf(chunks, (c) => /^(flipped|flicked|switched|turned|put|pushed|threw|reset)$/.test(c.text));
  return tagged(chunks, "live").flatMap((at) => {
    // “plugged in” also says that a part's wires are on: alone, or of the machine, it is the cord.
    const isWires = has(chunks[at], "wiresOn");
    if (!isSettled(clause, at, ["live"]) || (isWires && isOfAPart)) return [];
    return [act({ kind: "energised", body: {} }, [at, ...moved, ...machineWords(clause), ...(isWires ? [] : powerNouns(clause))])];
  });
}

/** Nothing else is spoken of that could be off or on: a part's plug, a panel. */
function isSettled({ chunks, machine }: Clause, at: number, wanted: readonly WordTag[]): boolean {
  const chunk = chunks[at];
  const forms = chunk?.senses.filter((s) => s.is === "word" && wanted.includes(s.tag)) ?? [];
  if (forms.every((s) => s.is === "word" && s.form === "going")) return false;
  return !nounsOf(chunks, machine).some(
    (n) =>
      n.at !== at &&
      (n.parts.some((p) => p !== machine.supply.part && !p.startsWith("cord")) || n.piece !== undefined) &&
      !has(chunks[n.at], "outlet", "machineItself", "plugEnd"),
  );
}

const machineWords = ({ chunks }: Clause): number[] => tagged(chunks, "machineItself", "outlet", "plugEnd", "yet");
const powerNouns = ({ chunks, machine }: Clause): number[] =>
  nounsOf(chunks, machine)
    .filter((n) => n.parts.includes(machine.supply.part) || n.assembly === "cord")
    .map((n) => n.at);

/** Dead is proven only where a test was said. */
function provenDead(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const dead = tagged(chunks, "dead").filter((i) => !/^no power|^safe$/.test(chunks[i]?.text ?? ""));
  const made = tagged(chunks, "madeSafe");
  const tested = placesOf(chunks, (c) => isDone(c, "tested") && !has(c, "madeSafe"));
  if (made.length === 0 && (dead.length === 0 || tested.length === 0)) return [];
  const how = /\b(breaker|fuse|fuses|isolator)\b/.test(chunks.map((c) => c.text).join(" ")) ? "breaker" : "cord";
  const rest = [
    ...tagged(chunks, "byMeter", "outlet", "block", "plugEnd", "yet", "cabinet", "hots", "neutral", "machineItself"),
    ...powerNouns(clause),
    ...pointsNamed(chunks).map((p) => p.at),
    ...tagged(chunks, "cordOut", "breakerOff", "powerOff", "locked"),
    ...placesOf(chunks, (c) => /^(anywhere|everywhere|meter|block|legs|l1|l2|earth|three step|first and last|before|after)$/.test(c.text)),
  ];
  return [act({ kind: "made-safe", body: { how, proved: true } }, [...made, ...dead, ...tested, ...rest])];
}
