import type { OutsidePiece } from "../../../core/reason/planning/outside";
import { pieceFinding, piecesOf } from "../../../core/reason/planning/outside";
import type { StepOf } from "../../../core/reason/planning/proposal";
import type { Draft } from "../../../core/record/job/kinds/index";
import { FOUND_OUTSIDE } from "../../../core/speech/words/card/proposals";
import { Button } from "../../../ui/Button";
import { useDispatch } from "../../store/context";

/** Shows what was found where the model has nothing. */
export function DoubtButtons({ step: { look, again } }: { readonly step: StepOf<"doubt"> }) {
  const dispatch = useDispatch();
  const pieces = piecesOf(look);
  const record = (list: readonly OutsidePiece[], value: "good" | "bad") =>
    dispatch({ do: "record", drafts: list.map((p): Draft => ({ kind: "finding", body: pieceFinding(p, value) })) });
  if (again)
    return (
      <Button look="main" onClick={() => dispatch({ do: "go", bench: "hand" })}>
        Stop here: hand over, not repaired
      </Button>
    );
  return (
    <>
      <Button look="main" onClick={() => record(pieces, "good")}>
        Checked all, nothing found
      </Button>
      {pieces.map((p) => (
        <Button key={p} onClick={() => record([p], "bad")}>
          {FOUND_OUTSIDE[p]}
        </Button>
      ))}
    </>
  );
}
