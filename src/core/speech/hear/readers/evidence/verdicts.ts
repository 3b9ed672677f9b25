import { jointId } from "../../../../model/machine/assembly";
import { partOf } from "../../../../model/machine/format";
import { PIECES, type Piece } from "../../../../model/machine/pieces";
import type { Draft } from "../../../../record/job/kinds/index";
import { type Candidate, type Clause, has, type NounPhrase, nounsOf, placesOf, pointsNamed, sensesOf, tagged, wired } from "../../clause";
import { lookAt, spotAt, type Verdict, verdictOn } from "../../facts";
import { entry, oneOf } from "../../meaning";
import type { Chunk } from "../../senses";
import { byHand } from "../work/by-hand";

/** Gives what is said of something without a number: good or bad, by eye or by meter; grounded. */
export function verdicts(clause: Clause): Candidate[] {
  const { chunks } = clause;
  const words = chunks.flatMap((chunk, at) => {
    const value = verdictAt(clause, at);
    return value && !chunk.amount ? [{ at, ...value }] : [];
  });
  return [...words.flatMap((w) => readVerdict(clause, w) ?? []), ...flaps(clause), ...belts(clause), ...byHand(clause), ...legs(clause)];
}

/** “one leg dead”: the house side. */
function legs({ chunks, machine }: Clause): Candidate[] {
  const leg = placesOf(chunks, (c) => /\b(leg|phase|hot)$/.test(c.text));
  const gone = tagged(chunks, "bad", "dead", "lost");
  if (leg.length === 0 || gone.length === 0 || chunks.some((c) => c.amount) || machine.supply.legs.length < 2) return [];
  if (nounsOf(chunks, machine).some((n) => !leg.includes(n.at) && n.parts.some((p) => p !== machine.supply.part))) return [];
  if (chunks.some((c) => has(c, "no", "notDone"))) return [];
  return [
    { meanings: [entry(verdictOn(machine.supply.part, "bad"))], covers: [...leg, ...gone, ...tagged(chunks, "outlet", "block")], sure: 1 },
  ];
}

/** A hood, a flap or louvres are open or shut to the eye. */
function flaps({ chunks, machine }: Clause): Candidate[] {
  const ducts = nounsOf(chunks, machine).filter(
    (n) =>
      n.parts.length === 1 &&
      partOf(machine, n.parts[0] ?? "").kind === "duct" &&
      /flap|louv|hood|damper|cap|vent|duct/.test(chunks[n.at]?.text ?? ""),
  );
  const open = chunks.flatMap((c, i) =>
    (has(c, "open") && /open/.test(c.text)) || /^opens?( fully| wide| well)?$/.test(c.text) ? [i] : [],
  );
  const shut = placesOf(chunks, (c) => /^(shut|closed|stuck|half shut|half open)$/.test(c.text));
  const no = tagged(chunks, "no");
  const [duct] = ducts;
  const id = duct?.parts[0];
  if (id === undefined || open.length + shut.length === 0 || chunks.some((c) => c.amount)) return [];
  const good = open.length > 0 && shut.length === 0 && no.length === 0;
  return [
    {
      meanings: [entry(lookAt(id, good ? "good" : "bad"))],
      covers: [...ducts.map((n) => n.at), ...open, ...shut, ...no],
      sure: 1,
      leaves: { parts: [id] },
    },
  ];
}

/** “belt off the pulley”: not in its place. */
function belts({ chunks, machine }: Clause): Candidate[] {
  const belt = machine.parts.find((p) => p.kind === "belt");
  const at = chunks.flatMap((c, i) =>
    c.senses.some((s) => s.is === "state" && s.control === "belt" && s.position === "gone") && !/^with/.test(c.text) ? [i] : [],
  );
  if (!belt || at.length === 0 || chunks.some((c) => c.amount || has(c, "open", "closed"))) return [];
  return [{ meanings: [entry(lookAt(belt.id, "bad"))], covers: at, sure: 1, leaves: { parts: [belt.id] } }];
}

interface Said {
  readonly value: Verdict;
  readonly byEye: boolean;
  readonly grounded?: true;
  readonly covers: readonly number[];
}

/** A verdict in one chunk, turned by a “not” before it. */
function verdictAt({ chunks }: Clause, at: number): Said | undefined {
  const chunk = chunks[at];
  if (!chunk) return undefined;
  const denied = deniedAt(chunks, at);
  // “clean the vent”: told to be done.
  if (/^(the|a|all|this|that|his|her|my|your)$/.test(chunks[at + 1]?.text ?? "") && at === 0 && chunk.size === 1) return undefined;
  // “advised to clean the vent”.
  if (chunks[at - 1]?.text === "to" && has(chunk, "clean")) return undefined;
  const covers = [at, ...denied];
  const turned = (value: Verdict): Verdict => (denied.length === 0 ? value : value === "good" ? "bad" : "good");
  const eyes = tagged(chunks, "byEye");
  const meters = tagged(chunks, "byMeter").filter((i) => !has(chunks[i], "good", "bad", "eyeGood", "eyeBad") || i === at);
  const looked = eyes.length > 0 && !(meters.length > 0 && chunks[meters[0] ?? 0]?.text.includes("meter"));
  const shorted = has(chunk, "closed") && /short/.test(chunk.text) && chunks.some((c) => has(c, "cabinet"));
  if (has(chunk, "grounded") || shorted)
    return denied.length > 0
      ? { value: "good", byEye: false, grounded: true, covers }
      : { value: "bad", byEye: false, grounded: true, covers };
  if (isSaid(chunk, "eyeBad")) return { value: turned("bad"), byEye: true, covers: [...covers, ...eyes] };
  if (has(chunk, "eyeGood")) return { value: turned("good"), byEye: true, covers: [...covers, ...eyes] };
  if (isSaid(chunk, "bad")) return { value: turned("bad"), byEye: looked, covers: [...covers, ...eyes, ...meters] };
  if (has(chunk, "good")) return { value: turned("good"), byEye: looked, covers: [...covers, ...eyes, ...meters] };
  return undefined;
}

/** Said of how it is, not of what it does: “blown”, “has failed”; not “blows”. */
const isSaid = (chunk: Chunk, tag: "bad" | "eyeBad"): boolean =>
  chunk.senses.some(
    (s) =>
      s.is === "word" &&
      s.tag === tag &&
      (s.form === undefined ||
        s.form === "done" ||
        /^(fails|leaks|sags|wobbles|bulging|hanging|leaking|sagging|arcing|crumbling|missing|sparking)/.test(chunk.text)),
  );

function deniedAt(chunks: Clause["chunks"], at: number): number[] {
  for (let i = at - 1; i >= 0 && i >= at - 3; i--) {
    if (has(chunks[i], "no")) return [i];
    if (!chunks[i]?.filler && !chunks[i]?.loose) return [];
  }
  return [];
}

function readVerdict(clause: Clause, said: Said & { readonly at: number }): Candidate | undefined {
  const { chunks, machine } = clause;
  const nouns = nounsOf(chunks, machine).filter((n) => !said.covers.includes(n.at) && !isGroundWord(clause, n));
  const cabinet = tagged(chunks, "cabinet");
  const terminals = tagged(chunks, "terminal", "leads")
    .filter((i) => has(chunks[i], "terminal") || /wire|lead/.test(chunks[i]?.text ?? ""))
    .filter((i) => !nouns.some((n) => n.at === i && n.parts.length > 0));
  const points = pointsNamed(chunks);
  if (said.byEye && (terminals.length > 0 || (points.length > 0 && nouns.every((n) => n.parts.length === 0))))
    return spotOf(clause, said, terminals, points, nouns);
  const insulated = !said.byEye && tagged(chunks, "insulation").length > 0;
  const leaks = said.grounded || insulated || (cabinet.length > 0 && said.value === "bad" && !said.byEye && nouns.length > 0);
  const meant = nouns.filter((n) => n.parts.length > 0 || (n.piece !== undefined && (said.byEye || !n.panel)));
  if (meant.length === 0) return ofCarried(clause, said, leaks, cabinet);
  const covers = [
    ...said.covers,
    ...(said.byEye ? tagged(chunks, "eyeBad").filter((i) => !nouns.some((n) => n.at === i)) : []),
    ...(leaks ? [...cabinet, ...tagged(chunks, "insulation")] : []),
    ...tagged(chunks, "wiresOff", "terminal").filter((i) => !terminals.includes(i)),
  ];
  // A verdict holds for every name before it; for the next one where none is.
  const before = meant.filter((n) => n.at < said.at);
  const named = before.length > 0 ? list(wholes(before, chunks), chunks) : meant.slice(0, 1);
  const again = meant.filter((m) => named.some((x) => x.at !== m.at && shares(x, m))).map((m) => m.at);
  const all = named.map((n) => ofNoun(clause, n, said, leaks, again));
  const each = all.flatMap((c) => c ?? []);
  if (each.length < all.length) return undefined;
  return {
    meanings: each.flatMap((c) => c.meanings),
    covers: [...covers, ...each.flatMap((c) => c.covers)],
    sure: 1,
    leaves: { parts: named.at(-1)?.parts ?? [] },
  };
}

/** “good”, “is burnt”: of what was spoken of, where nothing else is said. */
function ofCarried(
  clause: Clause,
  said: Said & { readonly at: number },
  leaks: boolean,
  cabinet: readonly number[],
): Candidate | undefined {
  const { chunks, machine, carried } = clause;
  const isAlone = chunks.every(
    (c, i) =>
      said.covers.includes(i) ||
      c.filler ||
      c.loose ||
      has(c, "byMeter", "byEye", "no", "maybe") ||
      cabinet.includes(i) ||
      sensesOf(c, "piece").length > 0,
  );
  if (!isAlone || !carried.parts || carried.parts.length === 0) return undefined;
  // “vent cleaned but still weak”: the air.
  const isAir = /^(weak|strong)$/.test(chunks[said.at]?.text ?? "") && carried.parts.every((id) => partOf(machine, id).kind === "duct");
  return isAir ? undefined : one(clause, carried.parts, said, leaks, [...said.covers, ...cabinet], 0.85);
}

const shares = (a: NounPhrase, b: NounPhrase): boolean => b.parts.some((p) => a.parts.includes(p));

/** “element and limit”: names that mean different things, in a row. The same part named twice is one. */
const list = (nouns: readonly NounPhrase[], chunks: Clause["chunks"]): NounPhrase[] => {
  const kept: NounPhrase[] = [];
  for (const noun of nouns) {
    // “cut-off and fuse”: the other fuse.
    const others = chunks[noun.at]?.parted ? noun.parts.filter((id) => !kept.some((k) => k.parts.length === 1 && k.parts[0] === id)) : [];
    const n = others.length > 0 ? { ...noun, parts: others } : noun;
    const same = kept.findIndex((k) => shares(k, n));
    if (same < 0) kept.push(n);
    else if (n.parts.length < (kept[same]?.parts.length ?? 0)) kept[same] = n;
  }
  return kept;
};

/** “filter door”, “pump impeller”: two names in a row without a mark between are one thing, called by the first. */
const wholes = (nouns: readonly NounPhrase[], chunks: Clause["chunks"]): NounPhrase[] =>
  nouns.filter(
    (n) => chunks[n.at]?.parted || !nouns.some((o) => o.at === n.at - 1 && o.parts.length > 0 && !shares(o, n) && !belongs(o, n)),
  );

/** “motor belt”: the first is only what the second belongs to. */
const belongs = (first: NounPhrase, second: NounPhrase): boolean =>
  first.parts.length > 0 && second.parts.length > 0 && second.piece === undefined && first.assembly !== undefined;

const isGroundWord = ({ chunks, machine }: Clause, n: NounPhrase): boolean =>
  has(chunks[n.at], "cabinet") &&
  n.parts.every((p) => partOf(machine, p).kind === "conductor") &&
  nounsOf(chunks, machine).some((m) => m.at !== n.at && m.parts.length > 0);

function ofNoun(clause: Clause, noun: NounPhrase, said: Said, leaks: boolean, also: readonly number[]): Candidate | undefined {
  if (noun.parts.length === 0 && noun.piece !== undefined && noun.piece in PIECES)
    return { meanings: [entry(spotAt({ piece: noun.piece as Piece }, said.value))], covers: [noun.at, ...also], sure: 1 };
  // “filter choked”: the air's, not the mains'.
  const ids = suited(clause, noun.parts, said);
  if (noun.piece !== undefined && said.byEye && ids.length > 1)
    return { meanings: [entry(spotAt({ piece: noun.piece as Piece }, said.value))], covers: [noun.at], sure: 0.9 };
  return one(clause, ids, said, leaks, [noun.at, ...also], 1);
}

/** Whatever is choked or full of lint is the air's way; what leaks or is metered has wires. */
function suited({ machine }: Clause, ids: readonly string[], said: Said): readonly string[] {
  const airy = ids.filter((id) => partOf(machine, id).kind === "duct");
  if (airy.length > 0 && ids.length > airy.length && said.byEye) return airy;
  const own = said.byEye ? ids : wired(machine, ids);
  return own.length > 0 && said.grounded ? own : ids;
}

function one(
  { machine, chunks }: Clause,
  ids: readonly string[],
  said: Said,
  leaks: boolean,
  covers: readonly number[],
  sure: number,
): Candidate | undefined {
  const byEyeOnly = (id: string) => partOf(machine, id).kind === "duct" || isTripped(id);
  const isTripped = (id: string) => partOf(machine, id).kind === "supply" && said.covers.some((i) => /tripped/.test(chunks[i]?.text ?? ""));
  const draftOf = (id: string): Draft =>
    leaks ? verdictOn(id, said.value, "cabinet") : said.byEye || byEyeOnly(id) ? lookAt(id, said.value) : verdictOn(id, said.value);
  const options = leaks ? wired(machine, ids) : ids;
  const meaning = oneOf(options.map((id) => ({ differs: id, draft: draftOf(id) })));
  return meaning && { meanings: [meaning], covers, sure, leaves: { parts: options } };
}

/** A terminal, a joint, a lug that looks so: at a point, or at a part. */
function spotOf(
  clause: Clause,
  said: Said,
  terminals: readonly number[],
  points: readonly { at: number; net: string }[],
  nouns: readonly NounPhrase[],
): Candidate | undefined {
  const { machine, carried } = clause;
  const value = said.value;
  const covers = [...said.covers, ...terminals, ...points.map((p) => p.at), ...nouns.map((n) => n.at)];
  const [point] = points;
  if (point) return { meanings: [entry(spotAt({ point: point.net }, value))], covers, sure: 1 };
  const named = nouns.filter((n) => n.parts.length > 0).sort((a, b) => a.parts.length - b.parts.length);
  const ids = wired(machine, named[0]?.parts ?? carried.parts ?? []);
  const meaning = oneOf(ids.map((joint) => ({ differs: jointId(joint), draft: spotAt({ joint }, value) })));
  return meaning && { meanings: [meaning], covers, sure: named.length > 0 ? 1 : 0.9, leaves: { parts: ids } };
}
