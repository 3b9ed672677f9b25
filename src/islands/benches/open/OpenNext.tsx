import type { ReactNode } from "react";
import { panelOrderSays } from "../../../core/model/naming/removals";
import { minutesSay } from "../../../core/model/naming/text";
import { Button } from "../../../ui/Button";
import { Kicker } from "../../../ui/Kicker";
import card from "../../../ui/NextCard.module.css";
import { PanelButtons } from "../../panes/hands/PanelButtons";
import { PanelWords } from "../../panes/hands/PanelWords";
import { useReach } from "../../panes/hands/use-reach";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** The next thing that comes off on the way to what was chosen; else the proposal. */
export function OpenNext({ children }: { readonly children: ReactNode }) {
  const isChosen = useJob((s) => s.view.reach.length > 0);
  return isChosen ? <ReachNext /> : children;
}

function ReachNext() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const { way, name } = useReach();
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const next = way?.steps.find((s) => !s.isOff);
  const back = (
    <Button look="quiet" onClick={() => dispatch({ do: "reach", parts: [] })}>
      Back to the next step
    </Button>
  );
  if (!next || !isDead)
    return (
      <section className={card.card} aria-label="Next" data-working="false">
        <p className={card.kicker}>Next</p>
        <h2>{isDead ? `${name}: you have access` : "Make it safe first"}</h2>
        <div className={card.buttons}>{back}</div>
      </section>
    );
  return (
    <section className={card.card} aria-label="Next" data-working="false">
      <Kicker>{[minutesSay(next.minutesOff), ...next.panel.tools].join(" · ")}</Kicker>
      <h2>{panelOrderSays(machine, next.panel.id, "off")}</h2>
      <PanelWords panel={next.panel.id} state="off" />
      <div className={card.buttons}>
        <PanelButtons key={next.panel.id} panel={next.panel.id} state="off" />
        {back}
      </div>
    </section>
  );
}
