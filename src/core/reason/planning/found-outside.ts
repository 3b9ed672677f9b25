import { type Piece, pieceId } from "../../model/machine/pieces";
import { isPieceLook } from "../../record/finding/piece-looks";
import { isProven } from "../../record/job/closing/proven";
import type { Evidence, JobState } from "../../record/job/state";

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
