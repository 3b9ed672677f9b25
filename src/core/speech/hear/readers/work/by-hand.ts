import { partOf } from "../../../../model/machine/format";
import { PIECES, type Piece } from "../../../../model/machine/pieces";
import { type Candidate, type Clause, nounsOf, placesOf, sensesOf, tagged } from "../../clause";
import { lookAt, spotAt, type Verdict } from "../../facts";
import { entry } from "../../meaning";

/** “drum spins freely by hand”, “idler turns stiff”: how what turns feels, not that the machine turned it. */
export function byHand({ chunks, machine }: Clause): Candidate[] {
  const [noun] = nounsOf(chunks, machine).filter(
    (n) => n.piece !== undefined || n.parts.some((p) => TURNED.includes(partOf(machine, p).kind)),
  );
  const hand = tagged(chunks, "byHand");
  const turning = placesOf(chunks, (c) => sensesOf(c, "sight").some((s) => s.row.sight === "turns" || s.row.sight === "motor"));
  const free = tagged(chunks, "turnsFree");
  const stiff = tagged(chunks, "turnsStiff");
  const no = tagged(chunks, "no");
  if (!noun || chunks.some((c) => c.amount) || free.length + stiff.length + hand.length === 0) return [];
  if (turning.length === 0 && stiff.length + free.length === 0) return [];
  const value: Verdict = stiff.length > 0 === no.length > 0 ? "good" : "bad";
  const [part] = noun.parts.filter((p) => TURNED.includes(partOf(machine, p).kind));
  const draft =
    noun.piece !== undefined && noun.piece in PIECES ? spotAt({ piece: noun.piece as Piece }, value) : part && lookAt(part, value);
  if (!draft) return [];
  return [{ meanings: [entry(draft)], covers: [noun.at, ...turning, ...hand, ...free, ...stiff, ...no], sure: 1.1 }];
}
const TURNED: readonly string[] = ["motor", "belt"];
