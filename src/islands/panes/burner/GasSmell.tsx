import { sightFinding } from "../../../core/record/finding/kinds/sight";
import { Button } from "../../../ui/Button";
import worked from "../../../ui/Calculator.module.css";
import { useDispatch } from "../../store/context";

/** Gas is smelt: on record at once, and the page shows what to do before anything else. */
export function GasSmell() {
  const dispatch = useDispatch();
  return (
    <div className={worked.buttons}>
      <Button onClick={() => void dispatch({ do: "record", drafts: [{ kind: "finding", body: sightFinding("smell", "gas") }] })}>
        ⚠ Record smell of gas
      </Button>
    </div>
  );
}
