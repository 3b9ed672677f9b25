import type { Piece } from "../finding/kinds/spot";
import { isProven } from "../job/proven";
import type { Evidence, JobState } from "../job/state";

/** Pieces that no circuit shows and that can be the trouble. */
export const OUTSIDE_PIECES = ["wiring", "drum", "blower", "burner"] as const satisfies readonly Piece[];
export type OutsidePiece = (typeof OUTSIDE_PIECES)[number];

export interface FoundOutside {
  readonly piece: OutsidePiece;
  /** It was found well after it had been found bad, and no run since says otherwise. */
  readonly mended: boolean;
}

/** The piece that no circuit shows and that was found bad last. */
export function foundOutside(job: JobState): FoundOutside | undefined {
  const { evidence, proof, evidenceAtProof } = job;
  const looks = evidence.map(pieceLook);
  const bad = looks.findLastIndex((l) => l?.value === "bad");
  const piece = looks[bad]?.piece;
  if (piece === undefined) return undefined;
  const mended = looks.findIndex((l, i) => i > bad && l?.piece === piece && l.value === "good");
  if (mended === -1) return { piece, mended: false };
  return proof === undefined || evidenceAtProof <= mended || isProven(job) ? { piece, mended: true } : undefined;
}

function pieceLook({ finding: { kind, place, result } }: Evidence): { piece: OutsidePiece; value: string } | undefined {
  if (kind !== "spot" || !("piece" in place) || result.is !== "answer") return undefined;
  const piece = OUTSIDE_PIECES.find((p) => p === place.piece);
  return piece && { piece, value: result.value };
}
