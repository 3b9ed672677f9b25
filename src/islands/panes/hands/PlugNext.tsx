import { useState } from "react";
import type { PlugStep } from "../../../core/model/access/plug/check";
import { PLUG_CHECKED, PLUG_LINE } from "../../../core/record/job/closing/by-hand";
import {
  foreseenSays,
  ohmsSay,
  plugControlsSay,
  plugFindings,
  plugOutcomes,
  plugPlaceSays,
  unseenSays,
} from "../../../core/speech/words/bench/plug";
import { Button } from "../../../ui/Button";
import { Kicker } from "../../../ui/Kicker";
import card from "../../../ui/NextCard.module.css";
import { ReadingField } from "../../../ui/ReadingField";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob, useMachine } from "../../store/context";
import type { Plug } from "./use-plug";

/** The next reading at the plug, with what it may be and what that would mean; or what is likeliest wrong. */
export function PlugNext({ plug }: { readonly plug: Plug }) {
  const working = useJob((s) => s.diagnosis.working);
  const [step] = plug.left;
  return (
    <section className={card.card} aria-label="Next" data-working={working}>
      {step ? (
        <ToRead key={`${step.between.join()} ${JSON.stringify(step.controls)}`} plug={plug} step={step} />
      ) : plug.check.steps.length === 0 ? (
        <Blind plug={plug} />
      ) : plug.verdict.verdict === "right" ? (
        <Passed />
      ) : (
        <Amiss plug={plug} />
      )}
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
    const of = plug.rows.length;
    return dispatch({
      do: "record",
      drafts: [{ kind: "plug-reading", body: { between: [...between], controls: { ...controls }, ohms, of } }],
    });
  };
  return (
    <>
      <Kicker>
        1 min · reading {taken + 1} of {plug.rows.length}
      </Kicker>
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
      <SkipPlugCheck />
    </>
  );
}

/** No pair of pins tells anything of these wires: what is looked at instead, once. */
function Blind({ plug: { check } }: { readonly plug: Plug }) {
  const machine = useMachine();
  return (
    <>
      <Kicker>before power</Kicker>
      <h2>Look the moved wires over</h2>
      <p>The plug can't show these wires. Look for:</p>
      <ul>
        {unseenSays(machine, check.unseen).map((says) => (
          <li key={says}>{says}</li>
        ))}
      </ul>
      <div className={card.buttons}>
        <PassedButton label="Record all wires right" />
      </div>
      <SkipPlugCheck />
    </>
  );
}

/** All is read and right, by readings that were taken outside this check. */
function Passed() {
  return (
    <>
      <Kicker>before power</Kicker>
      <h2>The plug check reads right</h2>
      <div className={card.buttons}>
        <PassedButton label="Record plug check passed" />
      </div>
    </>
  );
}

function PassedButton({ label }: { readonly label: string }) {
  const dispatch = useDispatch();
  return (
    <Button look="main" onClick={() => dispatch({ do: "record", drafts: [PLUG_CHECKED] })}>
      {label}
    </Button>
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
      <Kicker>before power</Kicker>
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
      <SkipPlugCheck />
    </>
  );
}

/** The check is left out, which wants a reason: it is told at the hand-over. */
export function SkipPlugCheck() {
  const dispatch = useDispatch();
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
      onKeep={({ why }) => dispatch({ do: "record", drafts: [{ kind: "tick", body: { ...PLUG_LINE, state: "not-done", why } }] })}
    />
  );
}
