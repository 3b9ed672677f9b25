import type { Step } from "../../../core/reason/planning/proposal";
import { checkId } from "../../../core/record/job/checks/index";
import { closingDraft } from "../../../core/record/job/closing/closing-draft";
import { draftBack } from "../../../core/record/job/closing/draft-back";
import type { Draft } from "../../../core/record/job/kinds/index";
import { Button } from "../../../ui/Button";
import { ThreeSteps } from "../../panes/energy/ThreeSteps";
import { PanelButtons } from "../../panes/hands/PanelButtons";
import { SkipPlugCheck } from "../../panes/hands/PlugNext";
import { CheckButtons } from "../../panes/questions/CheckButtons";
import { QuestionButtons } from "../../panes/questions/QuestionButtons";
import { useDispatch, useJob } from "../../store/context";
import { DoubtButtons } from "./DoubtButtons";

/** Shows what records that a step was taken. */
export function StepButtons({ step }: { readonly step: Step }) {
  const job = useJob((s) => s.job);
  const bench = useJob((s) => s.view.bench);
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
      // On its own bench the steps stand there.
      if (bench === "safe") return null;
      return job.safety.isolated ? (
        <ThreeSteps />
      ) : (
        <>
          {record("Record cord out", { kind: "isolated", body: { how: "cord" } })}
          <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "isolated", body: { how: "breaker", locked: true } }] })}>
            Record breaker locked out
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
