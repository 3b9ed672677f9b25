import type { Draft } from "../../../core/job/kinds/index";
import { blockerSays } from "../../../core/language/blockers";
import type { Step } from "../../../core/planning/proposal";
import { Button } from "../../../ui/Button";
import { useDispatch, useMachine } from "../store/context";
import { TestButtons } from "./TestButtons";

/** What records that a step was taken. */
export function StepButtons({ step }: { readonly step: Step }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const main = (label: string, onClick: () => void) => (
    <Button look="main" onClick={onClick}>
      {label}
    </Button>
  );
  const record = (label: string, draft: Draft) => main(label, () => dispatch({ do: "record", drafts: [draft] }));
  switch (step.kind) {
    case "test":
      return <TestButtons test={step.test} />;
    case "make-safe":
      return record("Cord out, proved dead", { kind: "made-safe", body: { how: "cord", proved: true } });
    case "discharge":
      return record("It is discharged", { kind: "discharged", body: { part: step.part } });
    case "energise":
      return record("Power is on", { kind: "energised", body: {} });
    case "panel":
      return record(step.state === "off" ? "It is off" : "It is back on", {
        kind: "panel",
        body: { panel: step.panel, state: step.state },
      });
    case "fit":
      return record(step.replaces ? "It is fitted" : "It is done", {
        kind: "fitted",
        body: { assembly: step.assembly, action: step.replaces ? "replaced" : "put-right" },
      });
    case "examine":
      return main("Enter it", () => dispatch({ do: "type", text: quoted(blockerSays(machine, step.check).todo) }));
    case "prove":
      return main("Record the run", () => dispatch({ do: "go", bench: "prove" }));
    case "close":
      return record("Close the job", { kind: "closed", body: {} });
  }
}

/** What a sentence says to type: its first words in quotation marks. */
const quoted = (sentence: string): string => /“([^”]+)”/.exec(sentence)?.[1] ?? "";
