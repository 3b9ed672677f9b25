import { MENDED_PIECES, type MendedPiece, pieceId } from "../../../../model/machine/pieces";
import { type Candidate, type Clause, isDone, nounsOf, placesOf, tagged } from "../../clause";
import { entry } from "../../meaning";
import { putRightDraft } from "../work/put-right";

const FREED = /^(freed|freed up|unjammed|cleared|eased)$/;
const MADE_FAST = /^(fastened|refastened|tightened|retightened|tightened up|secured)$/;
const PUT_RIGHT = /^(put right|set right|sorted out|corrected|repaired|fixed|mended)/;

/** Holds what is done to each piece that puts it right; a drum that is put back is a panel's work, one that is cleaned is only clean. */
const ACTS: Readonly<Record<MendedPiece, { readonly text: RegExp; readonly renewed: boolean }>> = {
  drum: { text: FREED, renewed: false },
  idler: { text: FREED, renewed: true },
  blower: { text: MADE_FAST, renewed: true },
  burner: { text: /^(cleared|cleaned|drilled|unblocked|blown out|blew out)$/, renewed: false },
  wiring: { text: /^$/, renewed: false },
};

/** “freed the drum”, “fastened the blower wheel”, “fitted a new idler”: a piece that no circuit shows is put right. Words for this are said of much else: it is only offered, beside the note. */
export function mended({ chunks, machine }: Clause): Candidate[] {
  const noun = nounsOf(chunks, machine).find((n) => n.parts.length === 0 && n.assembly === undefined && n.piece !== undefined);
  const piece = MENDED_PIECES.find((p) => p === noun?.piece);
  if (!noun || piece === undefined) return [];
  const { text, renewed } = ACTS[piece];
  const verbs = placesOf(chunks, (c) => text.test(c.text) || PUT_RIGHT.test(c.text) || (renewed && isDone(c, "fit")));
  if (verbs.length === 0) return [];
  return [
    {
      meanings: [entry(putRightDraft(pieceId(piece)))],
      covers: [...verbs, noun.at, ...tagged(chunks, "new")],
      sure: 1.05,
      act: true,
      wished: true,
    },
  ];
}
