import type { Step } from "../../../core/reason/planning/proposal";
import { checkId } from "../../../core/record/job/checks/index";
import { closingDraft } from "../../../core/record/job/closing/closing-draft";
import { draftBack } from "../../../core/record/job/closing/draft-back";
import type { Draft } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import { PanelButtons } from "../../panes/hands/PanelButtons";
import { SkipPlugCheck } from "../../panes/hands/PlugNext";
import { CheckButtons } from "../../panes/questions/CheckButtons";
import { QuestionButtons } from "../../panes/questions/QuestionButtons";
import { useDispatch, useJob } from "../../store/context";
import { DoubtButtons } from "./DoubtButtons";

/** Shows what records that a step was taken. */
export function StepButtons({ step }: { readonly step: Step }) {
  const job = useJob((s) => s.job);
  const dispatch = useDispatch();
  const main = (label: string, onClick: () => void) => (
    <Button look="main" onClick={onClick}>
      {label}
    </Button>
  );
  const record = (label: string, draft: Draft) => main(label, () => dispatch({ do: "record", drafts: [draft] }));
  switch (step.kind) {
    case "test":
      return <QuestionButtons question={step.test.question} />;
    case "make-safe":
      return (
        <>
          {record("Record cord out and proved dead", { kind: "made-safe", body: { how: "cord", proved: true } })}
          <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "made-safe", body: { how: "breaker", proved: true } }] })}>
            Record breaker locked out and proved dead
          </Button>
        </>
      );
    case "discharge":
      return record("Record discharged", { kind: "discharged", body: { part: step.part } });
    case "energise":
      return record("Record power on", { kind: "energised", body: {} });
    case "panel":
      return <PanelButtons panel={step.panel} state={step.state} />;
    case "put-back":
      return record("Mark reinstalled", draftBack(step.thing));
    case "fit":
      return record(step.replaces ? "Mark replaced" : "Mark done", {
        kind: "fitted",
        body: { assembly: step.assembly, action: step.replaces ? "replaced" : "put-right" },
      });
    case "examine":
      return <CheckButtons key={checkId(step.check)} check={step.check} />;
    case "plug-check":
      return <SkipPlugCheck />;
    case "prove":
      return main("Go to the test run", () => dispatch({ do: "go", bench: "prove" }));
    case "intake":
      return main("Go to Intake", () => dispatch({ do: "go", bench: "intake" }));
    case "doubt":
      return <DoubtButtons step={step} />;
    case "close":
      return record(step.reservations ? "Close with exceptions" : "Close the job", closingDraft(job));
  }
}
