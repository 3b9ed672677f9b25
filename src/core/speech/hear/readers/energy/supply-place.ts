import type { Machine } from "../../../../model/machine/format";
import { type Clause, nounsOf, placesOf, pointsNamed, sensesOf, tagged } from "../../clause";
import { canBeMains } from "./mains";

type Leg = Machine["supply"]["legs"][number];

/** Where on the way in the supply was measured, and what of it. */
export interface SupplyPlace {
  readonly family: "wall" | "plug" | "block";
  readonly net: (leg: Leg) => string;
  readonly neutral: string;
  readonly ground: string;
  /** Points that were named one by one. */
  readonly asked: readonly string[];
  readonly between: boolean;
  readonly each: boolean;
  readonly toNeutral: boolean;
  readonly toGround: boolean;
  readonly covers: readonly number[];
}

/** Words of the supply in a saying, by their places. */
interface Words {
  readonly wall: readonly number[];
  readonly plug: readonly number[];
  readonly block: readonly number[];
  readonly hots: readonly number[];
  readonly each: readonly number[];
  readonly neutral: readonly number[];
  readonly cabinet: readonly number[];
  readonly between: readonly number[];
  readonly legs: readonly { readonly at: number; readonly leg: string }[];
}

/** The supply as a saying speaks of it; `undefined` where it does not. */
export function supplyPlaces(clause: Clause): SupplyPlace | undefined {
  const { machine } = clause;
  const { supply } = machine;
  const words = wordsIn(clause);
  if (!words || !isOfSupply(words, clause)) return undefined;
  const { hots, each, neutral, cabinet, between, legs } = words;
  const family = familyOf(words, clause);
  if (family === "block" && !machine.testPoints.some((t) => t.net === "TB1")) return undefined;
  const net = (leg: Leg): string => (family === "wall" ? leg.wall : family === "plug" ? leg.pin : `TB${leg.id.replace(/\D/g, "")}`);
  const side = family === "wall" ? "wall" : "pin";
  const toNeutral = neutral.length > 0;
  const toGround = cabinet.length > 0;
  return {
    family,
    net,
    neutral: family === "block" ? "TBN" : supply.neutral[side],
    ground: family === "block" ? machine.cabinet : supply.ground[side],
    asked: [...new Set(legs.flatMap(({ leg }) => supply.legs.filter((l) => l.id === leg).map(net)))],
    between: !toNeutral && (hots.length > 0 || (between.length > 0 && !toGround && legs.length === 0)),
    each: each.length > 0 || (hots.length > 0 && toNeutral),
    toNeutral,
    toGround,
    covers: [...words.wall, ...words.plug, ...words.block, ...hots, ...each, ...neutral, ...cabinet, ...legs.map((l) => l.at), ...between],
  };
}

/** `undefined` where points are named one by one: those are read as points. */
function wordsIn({ chunks, machine: { supply }, machine }: Clause): Words | undefined {
  const bare = chunks.flatMap((c, i) => sensesOf(c, "leg").map((s) => ({ at: i, leg: s.leg })));
  const points = pointsNamed(chunks);
  // “outlet L1 118, L2 119”: the place is said once.
  const atWall =
    bare.length > 0 ? points.flatMap((p) => supply.legs.filter((l) => l.wall === p.net).map((l) => ({ at: p.at, leg: l.id }))) : [];
  if (atWall.length < points.length) return undefined;
  const outlet = nounsOf(chunks, machine).filter((n) => n.parts.includes(supply.part) && !/breaker|fuse/.test(chunks[n.at]?.text ?? ""));
  const named = [...tagged(chunks, "outlet"), ...outlet.map((n) => n.at)];
  return {
    wall: [...named, ...atWall.map((l) => l.at)],
    plug: tagged(chunks, "plugEnd").filter((i) => !named.includes(i)),
    block: tagged(chunks, "block"),
    hots: tagged(chunks, "hots"),
    each: tagged(chunks, "eachLeg"),
    neutral: tagged(chunks, "neutral"),
    cabinet: tagged(chunks, "cabinet"),
    between: placesOf(chunks, (c) => c.text === "between" || c.text === "across"),
    legs: [...atWall, ...bare].sort((a, b) => a.at - b.at),
  };
}

/** A place or a leg is spoken of; or the neutral with what only mains have, at the outlet of before, or with earth. */
function isOfSupply(
  { wall, plug, block, hots, each, neutral, cabinet, between, legs }: Words,
  { chunks, machine, carried }: Clause,
): boolean {
  if ([wall, plug, block, hots, each, legs].some((places) => places.length > 0)) return true;
  if (carried.atOutlet && neutral.length + between.length > 0) return true;
  const volts = chunks.filter((c) => c.amount && canBeMains(machine, c.amount.value));
  return neutral.length > 0 && (cabinet.length > 0 || volts.length > 1);
}

function familyOf({ wall, plug, block, legs }: Words, { carried }: Clause): SupplyPlace["family"] {
  if (wall.length > 0 || (carried.atOutlet && plug.length + block.length === 0)) return "wall";
  if (block.length > 0) return "block";
  // Legs between themselves, without a place: at the outlet.
  return plug.length === 0 && legs.length === 0 ? "wall" : "plug";
}
