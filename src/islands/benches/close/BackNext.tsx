import { maybePanelOf } from "../../../core/model/machine/format";
import { minutesSay } from "../../../core/model/naming/text";
import { draftBack } from "../../../core/record/job/closing/draft-back";
import { wayOut } from "../../../core/record/job/hands/came-off";
import { cameOffName, putBackSays } from "../../../core/speech/words/bench/came-off";
import { stepTitle } from "../../../core/speech/words/card/proposals";
import { Button } from "../../../ui/Button";
import { Kicker } from "../../../ui/Kicker";
import card from "../../../ui/NextCard.module.css";
import { PanelButtons } from "../../panes/hands/PanelButtons";
import { PanelWords } from "../../panes/hands/PanelWords";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** The next thing that goes back, for whoever closes up; what would still be found out is said beside it. */
export function BackNext() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const working = useJob((s) => s.diagnosis.working);
  const off = useJob((s) => s.job.cameOff);
  const proposal = useJob((s) => s.diagnosis.proposal);
  const [thing] = wayOut(off);
  if (!thing) return null;
  const panel = thing.is === "panel" ? maybePanelOf(machine, thing.id) : undefined;
  return (
    <section className={card.card} aria-label="Next" data-working={working}>
      <Kicker>{panel ? [minutesSay(panel.minutesOn), ...panel.tools].join(" · ") : "reassembly"}</Kicker>
      <h2>Put {cameOffName(machine, thing)} back</h2>
      {panel ? <PanelWords panel={panel.id} state="on" /> : <p>{putBackSays(machine, thing)}</p>}
      <div className={card.buttons}>
        {panel ? (
          <PanelButtons key={panel.id} panel={panel.id} state="on" />
        ) : (
          <Button look="main" onClick={() => dispatch({ do: "record", drafts: [draftBack(thing)] })}>
            Mark reinstalled
          </Button>
        )}
      </div>
      {proposal && !["panel", "put-back", "make-safe"].includes(proposal.step.kind) && (
        <p className={card.why}>Still open: {stepTitle(machine, proposal.step)}.</p>
      )}
    </section>
  );
}
