import { isWallPoint, type Machine } from "../../../../model/machine/format";
import { has, nounsOf, placesOf, sensesOf } from "../../clause";
import type { Chunk } from "../../senses";

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
