import { useState } from "react";
import type { PlugStep } from "../../../core/model/access/plug/check";
import { plugLine } from "../../../core/record/job/closing/by-hand";
import { foreseenSays, ohmsSay, plugControlsSay, plugFindings, plugOutcomes, plugPlaceSays } from "../../../core/speech/words/bench/plug";
import { Button } from "../../../ui/Button";
import card from "../../../ui/NextCard.module.css";
import { ReadingField } from "../../../ui/ReadingField";
import { WordsForm } from "../../../ui/WordsForm";
import type { Plug } from "../../panes/hands/use-plug";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** The next reading at the plug, with what it may be and what that would mean; or what is likeliest wrong. */
export function PlugNext({ plug }: { readonly plug: Plug }) {
  const working = useJob((s) => s.diagnosis.working);
  const [step] = plug.left;
  return (
    <section className={card.card} aria-label="Next" data-working={working}>
      {step ? <ToRead key={`${step.between.join()} ${JSON.stringify(step.controls)}`} plug={plug} step={step} /> : <Amiss plug={plug} />}
    </section>
  );
}

function ToRead({ plug, step }: { readonly plug: Plug; readonly step: PlugStep }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const { check, left } = plug;
  const { between, controls } = step;
  const taken = plug.rows.length - left.length;
  const keep = (value: number) => {
    const ohms = Number.isFinite(value) ? value : null;
    return dispatch({ do: "record", drafts: [{ kind: "plug-reading", body: { between: [...between], controls: { ...controls }, ohms } }] });
  };
  return (
    <>
      <p className={card.kicker}>
        <span>Next</span>
        <span>
          1 min · reading {taken + 1} of {plug.rows.length}
        </span>
      </p>
      <h2>Read at the plug, {plugPlaceSays(machine, step)}</h2>
      <p>{plugControlsSay(machine, controls)}. Unplugged.</p>
      <dl className={card.expects}>
        {plugOutcomes(machine, check, step).map((o) => (
          <div key={o.reads}>
            <dt>{o.reads}</dt>
            <dd>{o.means}</dd>
          </div>
        ))}
      </dl>
      <ReadingField label="At the plug" unit="ohm" standing onKeep={keep} />
      <p className={card.why}>Do it before the rest goes on. A wrong wire takes a minute to fix now.</p>
      <WithoutIt />
    </>
  );
}

/** All is read, and it is not as it should be: what is likeliest; or nothing that is known, and the reading that fits least is taken again. */
function Amiss({ plug: { verdict, reads, rows } }: { readonly plug: Plug }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const { title, todo } = plugFindings(machine, verdict);
  const [likeliest] = verdict.verdict === "wrong" ? verdict.mistakes : [];
  const at = likeliest && "at" in likeliest.mistake.edit ? likeliest.mistake.edit.at : undefined;
  const doubted = reads[verdict.odd.at(-1) ?? reads.length - 1];
  const step = rows.find(({ read }) => read !== undefined && read === doubted)?.step;
  return (
    <>
      <p className={card.kicker}>
        <span>Next</span>
        <span>before power</span>
      </p>
      <h2>{title}</h2>
      <p>{todo}</p>
      {at === undefined && doubted && (
        <dl className={card.expects}>
          <div>
            <dt>{ohmsSay(doubted.ohms)}</dt>
            <dd>
              {plugPlaceSays(machine, doubted)}
              {step && `; wired right ${foreseenSays(step.right)}`}
            </dd>
          </div>
        </dl>
      )}
      <div className={card.buttons}>
        {at !== undefined ? (
          <Button
            look="main"
            onClick={() =>
              dispatch({
                do: "record",
                drafts: [{ kind: "lead", body: { at, state: "on", note: "fixed after the plug check" } }],
              })
            }
          >
            Fixed: meter again
          </Button>
        ) : (
          doubted && (
            <Button look="main" onClick={() => dispatch({ do: "take-back", entry: doubted.entry })}>
              Read it again
            </Button>
          )
        )}
      </div>
      <WithoutIt />
    </>
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
        Skip the plug check…
      </Button>
    );
  return (
    <WordsForm
      fields={{ why: { label: "Why skip the plug check?", most: 200 } }}
      button="Save"
      onKeep={({ why }) => dispatch({ do: "record", drafts: [{ kind: "tick", body: { ...plugLine(touched), state: "not-done", why } }] })}
    />
  );
}
