import { useState } from "react";
import { backBefore } from "../../../core/model/access/panels";
import { maybePanelOf } from "../../../core/model/machine/format";
import { countOf, fastenersSay } from "../../../core/model/naming/fasteners";
import { panelName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import { draftBack } from "../../../core/record/job/closing/draft-back";
import { type CameOff, wayOut } from "../../../core/record/job/hands/came-off";
import { trayOf } from "../../../core/record/job/hands/tray";
import { cameOffTitle, putBackSays } from "../../../core/speech/words/bench/came-off";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import hands from "../../../ui/Form.module.css";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { Glyph, OwnGlyph } from "./Glyph";
import { PanelButtons } from "./PanelButtons";
import { RecountForm } from "./RecountForm";
import stack from "./Stack.module.css";

/** The way out: exactly the reverse of what was really done, each with what held it and how it sits. */
export function WayBack() {
  const machine = useMachine();
  const off = useJob((s) => s.job.cameOff);
  const isDead = useJob((s) => s.job.safety.power === "dead");
  return (
    <ol className={styles.rows} aria-label="What goes on next">
      {wayOut(off).map((thing, i) => (
        <Back key={thing.entry} thing={thing} isNext={i === 0} isDead={isDead} name={cameOffTitle(machine, thing)} />
      ))}
    </ol>
  );
}

interface Props {
  readonly thing: CameOff;
  readonly isNext: boolean;
  readonly isDead: boolean;
  readonly name: string;
}

function Back({ thing, isNext, isDead, name }: Props) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const panelsOff = useJob((s) => s.job.panelsOff);
  const differs = useJob((s) => s.job.differs);
  const cameOff = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const [asking, setAsking] = useState<"count" | "stays" | undefined>();
  const cup = trayOf(machine, { cameOff, cups }).find((c) => c.of === thing.id);
  const first = thing.is === "panel" && maybePanelOf(machine, thing.id) ? backBefore(machine, thing.id, { panelsOff, differs }) : undefined;
  const held = cup ? `${countOf(cup.fasteners)} in the cup: ${fastenersSay(cup.fasteners)}` : (maybePanelOf(machine, thing.id)?.held ?? "");
  return (
    <li data-state="off">
      <div>
        <h3>{name}</h3>
        {held && <p>{held}</p>}
        {isNext && <small>{putBackSays(machine, thing)}</small>}
      </div>
      {!isDead ? (
        <small>make it safe first</small>
      ) : first !== undefined ? (
        <small>after the {panelName(machine, first)}</small>
      ) : (
        <span className={hands.row}>
          {thing.is === "panel" ? (
            <PanelButtons panel={thing.id} state="on" main={false} />
          ) : (
            <>
              <Button onClick={() => dispatch({ do: "record", drafts: [draftBack(thing)] })}>Mark reinstalled</Button>
              {thing.is === "own" && (
                <>
                  {cup && <Button onClick={() => setAsking("count")}>Count is off</Button>}
                  <Button look="quiet" onClick={() => setAsking("stays")}>
                    Cancel off…
                  </Button>
                </>
              )}
            </>
          )}
        </span>
      )}
      {asking === "count" && <RecountForm of={thing.id} onLeave={() => setAsking(undefined)} />}
      {asking === "stays" && <Stays name={thing.id} onLeave={() => setAsking(undefined)} />}
    </li>
  );
}

/** Something of their own stays off for good: with a reason, or not at all. */
function Stays({ name, onLeave }: { readonly name: string; readonly onLeave: () => void }) {
  const dispatch = useDispatch();
  return (
    <WordsForm
      fields={{ why: { label: "Why it stays off", bare: true, placeholder: "Why?" } }}
      button="Save"
      onLeave={onLeave}
      onKeep={({ why }) => {
        onLeave();
        return dispatch({ do: "record", drafts: [{ kind: "own-step", body: { name, state: "stays", why } }] });
      }}
    />
  );
}

/** Shows what is still set aside, and what is back, as one drawing: the last that came off goes back first. */
export function BackStack() {
  const machine = useMachine();
  const off = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const things = off.filter((c) => c.is === "panel" || c.is === "own");
  const back = cups.filter((c) => !things.some((t) => t.id === c.of)).map((c) => c.of);
  if (things.length + back.length === 0) return null;
  const draw = (id: string) => {
    const panel = maybePanelOf(machine, id);
    return panel ? <Glyph sort={panel.sort} /> : <OwnGlyph />;
  };
  const next = things.at(-1)?.id;
  return (
    <div className={stack.stack}>
      {things.map((t, i) => (
        <div key={t.entry} className={stack.item} data-state={t.id === next ? "next" : "on"}>
          {draw(t.id)}
          <div>
            <b>
              <i>{i + 1}</i>
              {capital(panelName(machine, t.id))}
            </b>
            <span>{t.id === next ? "goes back next" : "set aside"}</span>
          </div>
        </div>
      ))}
      {back.map((id, i) => (
        <div key={id} className={stack.item} data-state="back" data-first={i === 0 && things.length > 0}>
          {draw(id)}
          <div>
            <b>
              <i>✓</i>
              {capital(panelName(machine, id))}
            </b>
            <span>back on</span>
          </div>
        </div>
      ))}
    </div>
  );
}
