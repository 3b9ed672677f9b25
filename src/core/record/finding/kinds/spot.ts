import { z } from "zod";
import { remedyOf } from "../../../model/machine/assembly";
import { type Fault, isJoint, JOINT_SWAPPED } from "../../../model/machine/fault";
import { type Machine, maybePartOf } from "../../../model/machine/format";
import { MENDED_PIECES, PIECES, type Piece, pieceId } from "../../../model/machine/pieces";
import { partName } from "../../../model/naming/names";
import { capital } from "../../../model/naming/text";
import { UNTOLD } from "../../../model/sights/sights";
import { answerSchema, anyPower, defineFinding, findingFields, noSigma, touchesNothing } from "../definition";
import { isLookAnswer, LOOK_ANSWERS } from "./look";

const schema = findingFields(
  "spot",
  "A joint, a test point or a piece that is no part of the circuit, inspected by eye or hand.",
  z.union([
    z.strictObject({ joint: z.string().max(60).describe("The part whose terminals were looked at.") }),
    z.strictObject({ point: z.string().max(60).describe("The test point.") }),
    z.strictObject({ piece: z.enum(Object.keys(PIECES) as [Piece, ...Piece[]]).describe("The piece.") }),
  ]),
  answerSchema,
).superRefine(isLookAnswer("answer to a look"));
type Place = z.infer<typeof schema>["place"];

/** Chances that a bad joint is passed over, and that a good one looks bad (est.): many show nothing. */
const PASSED_OVER = 0.35;
const LOOKS_BAD = 0.02;
/** That a piece that no circuit shows looks bad where something else is the trouble; where it is the trouble; and that swapped wires are found against the sheet (est.). */
const PIECE_LOOKS_BAD = 0.01;
const PIECE_FOUND_BAD = 0.85;
const SWAP_FOUND = 0.75;
/** A motor that is seized is felt through the belt by who turns the drum (est.). */
const FELT_THROUGH_BELT = 0.6;

export const spot = defineFinding({
  kind: "spot",
  schema,
  unknownName: ({ place }, machine) => {
    if ("joint" in place) return maybePartOf(machine, place.joint) ? undefined : place.joint;
    return "point" in place && netsAt(machine, place).length === 0 ? place.point : undefined;
  },
  power: anyPower,
  touches: touchesNothing,
  asks: () => ({ answers: LOOK_ANSWERS }),
  predict: ({ place }, list, { machine }) =>
    list.map((faults) => {
      const bad = "piece" in place ? pieceLooksBad(machine, faults, place.piece) : jointLooksBad(machine, faults, place);
      return { is: "answer", shares: { good: 1 - bad, bad } };
    }),
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }, machine) => {
    const name = spotName(machine, place);
    return result.value === UNTOLD ? `${name}: can't tell how it looks` : `${name} looks ${result.value}`;
  },
});

/** A piece looks as it does whatever else is wrong; a wire is on its place or not. */
function pieceLooksBad(machine: Machine, faults: readonly Fault[], piece: Piece): number {
  const id = MENDED_PIECES.find((p) => p === piece);
  const itself = id && faults.some((f) => remedyOf(machine, f) === pieceId(id));
  if (itself) return PIECE_FOUND_BAD;
  if (piece === "drum" && machine.drum.belt !== null && faults.some((f) => f.part === machine.drum.motor && f.mode === "seized"))
    return FELT_THROUGH_BELT;
  return piece === "wiring" && faults.some((f) => f.mode === JOINT_SWAPPED) ? SWAP_FOUND : PIECE_LOOKS_BAD;
}

const jointLooksBad = (machine: Machine, faults: readonly Fault[], place: Exclude<Place, { piece: Piece }>): number =>
  faults.some((f) => isJoint(f) && isThere(machine, f.part, f.at, place)) ? 1 - PASSED_OVER : LOOKS_BAD;

function spotName(machine: Machine, place: Place): string {
  if ("piece" in place) return capital(PIECES[place.piece]);
  return "joint" in place ? `Joint at the ${partName(machine, place.joint)}` : `Terminal ${place.point}`;
}

const netsAt = (machine: Machine, { point }: { readonly point: string }): string[] =>
  machine.testPoints.some((t) => t.net === point) || machine.parts.some((p) => p.nets.includes(point)) ? [point] : [];

function isThere(machine: Machine, part: string, at: string | undefined, place: Place): boolean {
  if ("joint" in place) return place.joint === part;
  return "point" in place && (at ?? "").split("-").some((n) => maybePartOf(machine, part)?.nets[Number(n) - 1] === place.point);
}
