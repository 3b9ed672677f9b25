import { jointId } from "../../../../model/machine/assembly";
import type { Machine } from "../../../../model/machine/format";
import { type Candidate, type Clause, isDone, nounsOf, placesOf, pointsNamed, tagged, wired } from "../../clause";
import { oneOf } from "../../meaning";
import { putRightDraft } from "./put-right";

/** Joints remade: at a point, or at a part's terminals. */
export function remade(clause: Clause): Candidate[] {
  const { chunks, machine, carried } = clause;
  const terminals = tagged(chunks, "terminal", "leads").filter(
    (i) => !nounsOf(chunks, machine).some((n) => n.at === i && n.parts.length > 0),
  );
  const verbs = placesOf(chunks, (c) => isDone(c, "remake") || (isDone(c, "putRight") && !/back|refit|reseat/.test(c.text)));
  const firm = placesOf(
    chunks,
    (c) =>
      isDone(c, "remake") &&
      /^(remade|redid|redone|crimp|recrimp|re crimp|re terminat|resolder|solder|tighten|retighten|reterminat|nipped up)/.test(c.text),
  );
  const newOnes =
    tagged(chunks, "new").length > 0 &&
    terminals.length > 0 &&
    (tagged(chunks, "isIn", "putOn").length > 0 || placesOf(chunks, (c) => isDone(c, "fit")).length > 0 || firm.length > 0);
  if (verbs.length === 0 && !newOnes) return [];
  if (terminals.length === 0 && firm.length === 0) return [];
  const points = pointsNamed(chunks);
  const nouns = nounsOf(chunks, machine).filter((n) => n.parts.length > 0 && !terminals.includes(n.at));
  const covers = [
    ...terminals,
    ...verbs,
    ...firm,
    ...tagged(chunks, "new", "isIn", "eyeBad"),
    ...placesOf(chunks, (c) => isDone(c, "fit")),
    ...points.map((p) => p.at),
    ...nouns.map((n) => n.at),
  ];
  const [point] = points;
  const own = point
    ? atPoint(machine, point.net)
    : nouns.length > 0
      ? wired(
          machine,
          nouns.flatMap((n) => n.parts),
        )
      : wired(machine, carried.parts ?? []);
  // A point is a joint of all that meets there: the first stands for it.
  const meant = point ? own.slice(0, 1) : own;
  const meaning = oneOf(meant.map((id) => ({ differs: jointId(id), draft: putRightDraft(jointId(id)) })));
  return meaning ? [{ meanings: [meaning], covers, sure: 1, act: true, leaves: { parts: own } }] : [];
}

const atPoint = (machine: Machine, net: string): string[] =>
  machine.parts.filter((p) => p.nets.includes(net) && p.jointWeight !== 0).map((p) => p.id);
