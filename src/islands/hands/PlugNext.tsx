import { useState } from "react";
import { item } from "../../core/array/at";
import { pinName, plugControlsSay, plugFindings, plugOutcomes } from "../../core/language/plug";
import { controlsSay } from "../../core/naming/names";
import { Button } from "../../ui/Button";
import { ReadingField } from "../benches/shared/ReadingField";
import card from "../job/next/NextCard.module.css";
import { useDispatch, useJob, useMachine } from "../job/store/context";
import { OneField } from "./OneField";
import { PLUG_LIST, type Plug, plugItem } from "./use-plug";

/** The next reading at the plug, with what it may be and what that would mean; or what is likeliest wrong. */
export function PlugNext({ plug }: { readonly plug: Plug }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const working = useJob((s) => s.diagnosis.working);
  const { check, verdict, left } = plug;
  const [step] = left;
  if (!step)
    return (
      <section className={card.card} aria-label="Next" data-working={working}>
        <p className={card.kicker}>
          <span>Next</span>
          <span>before power</span>
        </p>
        <h2>{plugFindings(machine, verdict).title}</h2>
        <p>{plugFindings(machine, verdict).todo}</p>
        <div className={card.buttons}>
          <Button
            look="main"
            onClick={() => {
              const at = verdict.mistakes[0]?.mistake.edit;
              if (at && "at" in at)
                void dispatch({
                  do: "record",
                  drafts: [{ kind: "lead", body: { at: at.at, state: "on", note: "put right after the check at the plug" } }],
                });
            }}
          >
            It is put right: measure again
          </Button>
        </div>
      </section>
    );
  const so = controlsSay(machine, step.controls);
  const taken = check.steps.length - left.length + 1;
  const keep = (ohms: number) =>
    dispatch({
      do: "record",
      drafts: [
        {
          kind: "plug-reading",
          body: {
            between: [item(step.between, 0), item(step.between, 1)],
            controls: { ...step.controls },
            ohms: Number.isFinite(ohms) ? ohms : null,
          },
        },
      ],
    });
  return (
    <section className={card.card} aria-label="Next" data-working={working}>
      <p className={card.kicker}>
        <span>Next</span>
        <span>
          1 min · reading {taken} of {check.steps.filter((s) => !s.names || left.includes(s)).length}
        </span>
      </p>
      <h2>
        Measure at the plug, {pinName(machine, step.between[0])} to {pinName(machine, step.between[1])}
        {so && `, ${so}`}
      </h2>
      <p>{plugControlsSay(machine, step.controls)}. Cord out.</p>
      <dl className={card.expects}>
        {plugOutcomes(machine, check, step).map((o) => (
          <div key={o.reads}>
            <dt>{o.reads}</dt>
            <dd>{o.means}</dd>
          </div>
        ))}
      </dl>
      <ReadingField key={`${step.between.join()} ${JSON.stringify(step.controls)}`} label="At the plug" unit="ohm" standing onKeep={keep} />
      <p className={card.why}>Before the rest goes on: a wire is put right in a minute now.</p>
      <WithoutIt />
    </section>
  );
}

/** The check is left out, which wants a reason: it is told at the hand-over. */
function WithoutIt() {
  const dispatch = useDispatch();
  const touched = useJob((s) => s.job.touched);
  const [asking, setAsking] = useState(false);
  if (!asking)
    return (
      <Button look="quiet" onClick={() => setAsking(true)}>
        Close up without it…
      </Button>
    );
  return (
    <OneField
      label="Why without the check?"
      button="Keep"
      onKeep={(why) =>
        dispatch({
          do: "record",
          drafts: [
            {
              kind: "tick",
              body: { list: PLUG_LIST, item: plugItem(touched), says: "Check at the plug, before power.", state: "not-done", why },
            },
          ],
        })
      }
    />
  );
}
