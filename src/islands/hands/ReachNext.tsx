import { panelOrderSays } from "../../core/model/naming/removals";
import { minutesSay } from "../../core/model/naming/text";
import { Button } from "../../ui/Button";
import card from "../job/next/NextCard.module.css";
import { useDispatch, useJob, useMachine } from "../job/store/context";
import { PanelButtons } from "./PanelButtons";
import { PanelWords } from "./PanelWords";
import { useReach } from "./use-reach";

/** The next thing that comes off on the way to what was chosen. */
export function ReachNext() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const { way, name } = useReach();
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const next = way?.steps.find((s) => !s.isOff);
  const back = (
    <Button look="quiet" onClick={() => dispatch({ do: "reach", parts: [] })}>
      Back to the proposal
    </Button>
  );
  if (!next || !isDead)
    return (
      <section className={card.card} aria-label="Next" data-working="false">
        <p className={card.kicker}>Next</p>
        <h2>{isDead ? `${name}: it is reached` : "Make it safe first"}</h2>
        <div className={card.buttons}>{back}</div>
      </section>
    );
  return (
    <section className={card.card} aria-label="Next" data-working="false">
      <p className={card.kicker}>
        <span>Next</span>
        <span>{[minutesSay(next.minutesOff), ...next.panel.tools].join(" · ")}</span>
      </p>
      <h2>{panelOrderSays(machine, next.panel.id, "off")}</h2>
      <PanelWords panel={next.panel.id} state="off" />
      <div className={card.buttons}>
        <PanelButtons key={next.panel.id} panel={next.panel.id} state="off" />
        {back}
      </div>
    </section>
  );
}
