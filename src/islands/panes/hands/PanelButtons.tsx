import { useState } from "react";
import { inFile } from "../../../core/record/job/hands/tray";
import { Button } from "../../../ui/Button";
import { useDispatch, useMachine } from "../../store/context";
import { DiffersForm } from "./DiffersForm";
import { panelDrafts } from "./panel-drafts";
import { RecountForm } from "./RecountForm";

/** Shows what records that a panel is off, with its fasteners in their cup as the file says, or that it is back on and its cup is empty; or that it differs. */
export function PanelButtons({
  panel,
  state,
  main = true,
}: {
  readonly panel: string;
  readonly state: "off" | "on";
  readonly main?: boolean;
}) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const [differs, setDiffers] = useState(false);
  const leave = () => setDiffers(false);
  return (
    <>
      <Button
        look={main ? "main" : "plain"}
        onClick={() => dispatch({ do: "record", drafts: panelDrafts(inFile(machine, panel), panel, state) })}
      >
        {state === "off" ? "Mark removed" : "Mark reinstalled"}
      </Button>
      <Button aria-expanded={differs} onClick={() => setDiffers(!differs)}>
        {state === "off" ? "Doesn't match" : "Count is off"}
      </Button>
      {differs && (state === "off" ? <DiffersForm panel={panel} onLeave={leave} /> : <RecountForm of={panel} onLeave={leave} />)}
    </>
  );
}
