import { isWallPoint, type Machine } from "../../../machine/format";
import { type Clause, has, nounsOf, placesOf, pointsNamed, sensesOf, tagged } from "../clause";
import type { Chunk } from "../senses";

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

/** The test points that a saying names, legs and neutral among them, by their nets. */
export function pointsIn(
  chunks: readonly Chunk[],
  machine: Machine,
  inRange: (at: number) => boolean,
): { nets: string[]; covers: number[] } {
  const nets: string[] = [];
  const covers: number[] = [];
  const letters = lettersIn(chunks, machine);
  const legsNamed = chunks.some((c, i) => inRange(i) && hasLegOrPoint(c));
  chunks.forEach((chunk, i) => {
    if (!inRange(i) || isRatherPart(chunks, i)) return;
    const point = sensesOf(chunk, "point")[0]?.net;
    const isLetter = chunk.text.length === 1;
    const found =
      point !== undefined && (!isLetter || letters.includes(i))
        ? point
        : sensesOf(chunk, "leg")[0] && !isOnlyHot(chunks, i)
          ? machine.supply.legs.find((l) => l.id === sensesOf(chunk, "leg")[0]?.leg)?.pin
          : has(chunk, "neutral") && legsNamed
            ? neutralBeside(machine, chunks)
            : undefined;
    if (found === undefined || nets.includes(found)) return;
    nets.push(found);
    covers.push(i);
  });
  return { nets, covers };
}

/** “motor start winding”, where a point is called so too: the part, unless another point is named with it. */
const isRatherPart = (chunks: readonly Chunk[], at: number): boolean =>
  sensesOf(chunks[at], "part").length > 0 && !chunks.some((c, i) => i !== at && hasLegOrPoint(c));

/** “OL hot”: how warm it was, where nothing else is of the supply. */
const isOnlyHot = (chunks: readonly Chunk[], at: number): boolean =>
  chunks[at]?.text === "hot" && !chunks.some((c, i) => i !== at && (hasLegOrPoint(c) || has(c, "neutral", "cabinet", "outlet", "plugEnd")));

const hasLegOrPoint = (chunk: Chunk): boolean => chunk.senses.some((s) => s.is === "leg" || (s.is === "point" && chunk.text.length > 1));

/** Single letters are points only two together, or beside another point: “A to B”, “B to TBN”. */
function lettersIn(chunks: readonly Chunk[], machine: Machine): number[] {
  const at = placesOf(chunks, (c) => c.text.length === 1 && sensesOf(c, "point").length > 0);
  const others = chunks.some((c) => c.text.length > 1 && sensesOf(c, "point").length > 0);
  const upper = at.filter((i) => /^[A-Z]$/.test(chunks[i]?.raw ?? ""));
  if (at.length >= 2 || (at.length >= 1 && others)) return at;
  const bare =
    chunks.some((c) => has(c, "cabinet", "neutral")) &&
    nounsOf(chunks, machine).every((n) => n.parts.length === 0 || has(chunks[n.at], "cabinet", "neutral"));
  if (bare && at.some((i) => chunks[i + 1] === undefined || chunks[i + 1]?.amount || has(chunks[i + 1], "open", "closed"))) return at;
  return upper.length > 0 && chunks.some((c) => has(c, "neutral", "cabinet")) && machine.burner ? upper : [];
}

function neutralBeside(machine: Machine, chunks: readonly Chunk[]): string {
  const nets = chunks.flatMap((c) => sensesOf(c, "point").map((s) => s.net));
  const { neutral } = machine.supply;
  if (nets.some((n) => isWallPoint(machine, n))) return neutral.wall;
  if (nets.some((n) => n !== neutral.pin && !machine.supply.legs.some((l) => l.pin === n)))
    return machine.sheet.rails[1]?.net ?? neutral.pin;
  return neutral.pin;
}

/** “120 and 119 to neutral”: more than one value that only mains have, V (est.). */
const severalVolts = (chunks: readonly Chunk[]): boolean =>
  chunks.filter((c) => (c.amount?.value ?? 0) > 80 && (c.amount?.value ?? 0) < 300).length > 1;

/** The supply as a saying speaks of it; `undefined` where it does not. */
export function supplyPlaces({ chunks, machine, carried }: Clause): SupplyPlace | undefined {
  const { supply } = machine;
  const wall = [
    ...tagged(chunks, "outlet"),
    ...nounsOf(chunks, machine)
      .filter((n) => n.parts.includes(supply.part) && !/breaker|fuse/.test(chunks[n.at]?.text ?? ""))
      .map((n) => n.at),
  ];
  const plug = tagged(chunks, "plugEnd").filter((i) => !wall.includes(i));
  const block = tagged(chunks, "block");
  const hots = tagged(chunks, "hots");
  const each = tagged(chunks, "eachLeg");
  const neutral = tagged(chunks, "neutral");
  const cabinet = tagged(chunks, "cabinet");
  const bare = chunks.flatMap((c, i) => sensesOf(c, "leg").map((s) => ({ at: i, leg: s.leg })));
  const between = placesOf(chunks, (c) => c.text === "between" || c.text === "across");
  const points = pointsNamed(chunks);
  // “outlet L1 118, L2 119”: the place is said once.
  const atWall =
    bare.length > 0 ? points.flatMap((p) => supply.legs.filter((l) => l.wall === p.net).map((l) => ({ at: p.at, leg: l.id }))) : [];
  const named = atWall.length === points.length ? [] : points;
  const legs = [...atWall, ...bare].sort((a, b) => a.at - b.at);
  wall.push(...atWall.map((l) => l.at));
  const spoken = wall.length + plug.length + block.length + hots.length + each.length + legs.length;
  if (
    named.length > 0 ||
    (spoken === 0 &&
      !(neutral.length > 0 && severalVolts(chunks)) &&
      !(carried.atOutlet && neutral.length + between.length > 0) &&
      !(neutral.length > 0 && cabinet.length > 0))
  )
    return undefined;
  const family = wall.length > 0 || (carried.atOutlet && plug.length + block.length === 0) ? "wall" : block.length > 0 ? "block" : "plug";
  if (family === "block" && !machine.testPoints.some((t) => t.net === "TB1")) return undefined;
  // Legs between themselves, without a place: at the outlet.
  const at = family === "plug" && plug.length === 0 && legs.length === 0 ? "wall" : family;
  const net = (leg: Leg): string => (at === "wall" ? leg.wall : at === "plug" ? leg.pin : `TB${leg.id.replace(/\D/g, "")}`);
  const side = at === "wall" ? "wall" : "pin";
  const neutralNet = at === "block" ? "TBN" : supply.neutral[side];
  const asked = legs.flatMap(({ leg }) => {
    const found = supply.legs.find((l) => l.id === leg);
    return found ? [net(found)] : [];
  });
  const toNeutral = neutral.length > 0;
  const ground = at === "block" ? machine.cabinet : supply.ground[side];
  const toGround = cabinet.length > 0;
  return {
    family: at,
    net,
    neutral: neutralNet,
    ground,
    asked: [...new Set(asked)],
    between: (hots.length > 0 && !toNeutral) || (between.length > 0 && !toNeutral && !toGround && legs.length === 0),
    each: each.length > 0 || (hots.length > 0 && toNeutral),
    toNeutral,
    toGround,
    covers: [...wall, ...plug, ...block, ...hots, ...each, ...neutral, ...cabinet, ...legs.map((l) => l.at), ...between],
  };
}
