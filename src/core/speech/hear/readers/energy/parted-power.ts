import type { Draft } from "../../../../record/job/kinds/index";
import { type Candidate, type Clause, has, isDone, nounsOf, placesOf, tagged } from "../../clause";
import type { Chunk } from "../../senses";
import { act } from "../work/act";

const CORD = /^(mains )?(plug|cord|mains lead|power cord|mains plug|power lead|power cable|mains cord)$/;
const BREAKER = /^(house )?(breaker|breakers|circuit breaker|main switch|mcb|fuses|house fuses|isolator|rcd|rcbo|house fuse|main fuse)$/;
const POWER = /^(power|mains|electricity|supply|current|juice|power supply|mains supply|electric)$/;
const AWAY =
  /^(out|off|pulled|removed|unplugged|disconnected|drawn|down|is out|is off|are out|are off|cut|killed|dropped|now off|pulled out|taken out|took out|switched off|turned off|shut off|isolated)$/;
const THERE =
  /^(in|on|back in|back on|on again|in again|back|restored|is in|is on|plugged in|plugged back in|is back|is back on|switched on|turned on|plugged|turned back on|switched back on|is back in|closed|in place|back in place|up)$/;
const MOVED = /^(turned|switched|put|flipped|flicked|threw|pushed|took)$/;
/** Words that alone do not say that it is back: “cord out, on the floor”. */
const SLIGHT = /^(in|on|up|back|closed)$/;

/** “pulled its plug”, “the cord is now out”: a noun of the supply and what became of it, apart from each other. */
export function partedPower(clause: Clause, locked: readonly number[]): Candidate | undefined {
  const { chunks } = clause;
  const said = (pattern: RegExp) => placesOf(chunks, (c) => pattern.test(c.text));
  const [cords, breakers, powers] = [said(CORD), said(BREAKER), said(POWER)];
  const nounAt = cords[0] ?? breakers[0] ?? powers[0];
  if (nounAt === undefined || isOfOther(clause, nounAt)) return undefined;
  const off = placesOf(chunks, (c, i) => i !== nounAt && (AWAY.test(c.text) || isTakenAway(c)));
  const on = said(THERE).filter((i) => i !== nounAt);
  const isSlight = (i: number) => SLIGHT.test(chunks[i]?.text ?? "");
  const covers = [nounAt, ...said(MOVED), ...locked, ...tagged(chunks, "outlet", "machineItself"), ...cords, ...breakers, ...powers];
  // A plug that is “on” or “off” may be any of the machine's: the cord's goes in and out.
  const wished = cords.length > 0 && chunks[nounAt]?.text === "plug" && [...off, ...on].every((i) => isOnOrOff(chunks[i]));
  const told = (draft: Draft, at: readonly number[], sure: number): Candidate => ({ ...act(draft, at, sure), ...(wished && { wished }) });
  const isBack = off.every((i) => on.includes(i) || has(chunks[i], "shut")) && !(off.length > 0 && on.every(isSlight));
  if (on.length > 0 && isBack) return told({ kind: "energised", body: {} }, [...covers, ...on, ...off], 0.95);
  // “down” is said of a breaker only.
  const isAway = off.some((i) => chunks[i]?.text !== "down" || breakers.length > 0);
  if (!isAway || !on.every(isSlight)) return undefined;
  const how = cords.length > 0 ? "cord" : breakers.length > 0 ? "breaker" : undefined;
  return told(
    { kind: "isolated", body: { ...(how && { how }), ...(locked.length > 0 && { locked: true as const }) } },
    [...covers, ...off, ...on],
    0.97,
  );
}

const isOnOrOff = (chunk: Chunk | undefined): boolean => /^(is |back |now |is back )?(on|off)$/.test(chunk?.text ?? "");

const isTakenAway = (chunk: Chunk): boolean => isDone(chunk, "disconnect", "shut") && !has(chunk, "putOn", "reopen");

/** A new one, one that is told to be plugged in, “plug it in”, or another part beside it. */
const isOfOther = ({ chunks, machine }: Clause, nounAt: number): boolean =>
  tagged(chunks, "new", "remake").length > 0 ||
  chunks.some((c) => /harness|connector|\boff the board\b/.test(c.text)) ||
  nounsOf(chunks, machine).some((n) => n.at !== nounAt && n.panel !== undefined) ||
  /^(it|them|this|that|her)$/.test(chunks[nounAt + 1]?.text ?? "") ||
  nounsOf(chunks, machine).some(
    (n) => n.at !== nounAt && n.parts.some((p) => p !== machine.supply.part && !p.startsWith("cord")) && !has(chunks[n.at], "outlet"),
  );
