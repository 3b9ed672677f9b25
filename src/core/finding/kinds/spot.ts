import { z } from "zod";
import { isJoint } from "../../machine/fault";
import { type Machine, maybePartOf } from "../../machine/format";
import { partName } from "../../naming/names";
import { capital } from "../../naming/text";
import { answerSchema, anyPower, defineFinding, findingFields, noSigma, touchesNothing } from "../definition";
import { UNTOLD } from "../sights";
import { isLookAnswer, LOOK_ANSWERS } from "./look";

/** Pieces that every machine has and no circuit shows. */
export const PIECES = {
  idler: "idler",
  rollers: "drum rollers",
  drum: "drum",
  blower: "blower wheel",
  felt: "drum felt",
  wiring: "wiring against the sheet",
  burner: "burner and gas pressure",
} as const;
export type Piece = keyof typeof PIECES;

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
/** And that a piece that no circuit shows does, where something else is the trouble (est.). */
const PIECE_LOOKS_BAD = 0.01;

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
      // No circuit shows a piece: it looks as it does whatever else is wrong.
      if ("piece" in place) return { is: "answer", shares: { good: 1 - PIECE_LOOKS_BAD, bad: PIECE_LOOKS_BAD } };
      const bad = faults.some((f) => isJoint(f) && isThere(machine, f.part, f.at, place)) ? 1 - PASSED_OVER : LOOKS_BAD;
      return { is: "answer", shares: { good: 1 - bad, bad } };
    }),
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }, machine) => {
    const name = spotName(machine, place);
    return result.value === UNTOLD ? `${name}: can't tell how it looks` : `${name} looks ${result.value}`;
  },
});

function spotName(machine: Machine, place: Place): string {
  if ("piece" in place) return capital(PIECES[place.piece]);
  return "joint" in place ? `Joint at the ${partName(machine, place.joint)}` : `Terminal ${place.point}`;
}

const netsAt = (machine: Machine, { point }: { readonly point: string }): string[] =>
  machine.testPoints.some((t) => t.net === point) || machine.parts.some((p) => p.nets.includes(point)) ? [point] : [];

function isThere(machine: Machine, part: string, at: string | undefined, place: Place): boolean {
  if ("joint" in place) return place.joint === part;
  return "point" in place && maybePartOf(machine, part)?.nets[Number(at) - 1] === place.point;
}
