import { hasHood, type Machine } from "../../model/machine/format";
import { type Piece, pieceId } from "../../model/machine/pieces";
import { isPieceLook, type PieceLook } from "../../record/finding/piece-looks";
import { isProven } from "../../record/job/closing/proven";
import type { Evidence, JobState } from "../../record/job/state";
import type { OutsideModel } from "./proposal";

/** Pieces that no circuit shows and that can be the trouble. */
const OUTSIDE_PIECES = ["wiring", "drum", "blower", "burner"] as const satisfies readonly Piece[];
export type OutsidePiece = (typeof OUTSIDE_PIECES)[number];

interface FoundOutside {
  readonly piece: OutsidePiece;
  /** It was put right, or found well, after it had been found bad, and no run since says otherwise. */
  readonly mended: boolean;
}

/** The piece that no circuit shows and that was found bad last. */
export function foundOutside(job: JobState): FoundOutside | undefined {
  const { evidence, proof, evidenceAtProof } = job;
  const looks = evidence.map(pieceLook);
  const bad = looks.findLastIndex((l) => l?.value === "bad");
  const piece = looks[bad]?.piece;
  if (piece === undefined) return undefined;
  const worked = job.fitted.slice(evidence[bad]?.fitted.length).some((f) => f.assembly === pieceId(piece));
  if (worked) return proof === undefined || isProven(job) ? { piece, mended: true } : undefined;
  const mended = looks.findIndex((l, i) => i > bad && l?.piece === piece && l.value === "good");
  if (mended === -1) return { piece, mended: false };
  return proof === undefined || evidenceAtProof <= mended || isProven(job) ? { piece, mended: true } : undefined;
}

function pieceLook({ finding }: Evidence): { piece: OutsidePiece; value: string } | undefined {
  if (!isPieceLook(finding)) return undefined;
  const piece = OUTSIDE_PIECES.find((p) => p === finding.place.piece);
  return piece && { piece, value: finding.result.value };
}

/** Minutes of looking at each (est.). */
export const LOOK_MINUTES: Readonly<Record<OutsideModel, number>> = {
  sheet: 3,
  "earlier-repair": 0.5,
  drag: 1,
  "blower-wheel": 1.5,
  "gas-pressure": 2,
  float: 0.5,
  "supply-under-load": 0.5,
  "water-or-mice": 0.5,
};
/** The piece that is looked at for each, where it is one. */
const PIECE_OF: { readonly [K in OutsideModel]?: OutsidePiece } = {
  sheet: "wiring",
  drag: "drum",
  "blower-wheel": "blower",
  "gas-pressure": "burner",
};

/** The pieces that are looked at for these. */
export const piecesOf = (look: readonly OutsideModel[]): OutsidePiece[] => look.flatMap((l) => PIECE_OF[l] ?? []);

/** A look at a piece that no circuit shows. */
export const pieceFinding = (piece: OutsidePiece, value: "good" | "bad"): PieceLook => ({
  kind: "spot",
  place: { piece },
  result: { is: "answer", value },
  circumstances: {},
});

export function lookedOutside(machine: Machine, job: JobState): boolean {
  const seen = job.evidence.flatMap(({ finding }) => (isPieceLook(finding) ? [finding.place.piece] : []));
  return piecesOf(outsideModel(machine, job)).every((p) => seen.includes(p));
}

/** Gives what this machine may have that its model has not, with what it does or does not do. */
export function outsideModel(machine: Machine, { evidence }: JobState): OutsideModel[] {
  const saw = (sight: string, value: string) =>
    evidence.some((e) => e.finding.kind === "sight" && e.finding.place.sight === sight && e.finding.result.value === value);
  const still = saw("starts", "no") || saw("turns", "no") || saw("hums", "yes");
  return [
    "sheet",
    "earlier-repair",
    ...(still ? (["drag"] as const) : hasHood(machine) ? (["blower-wheel"] as const) : []),
    ...(machine.burner && !still ? (["gas-pressure"] as const) : []),
    ...(machine.parts.some((p) => p.kind === "tank") ? (["float"] as const) : []),
    "supply-under-load",
    "water-or-mice",
  ];
}
