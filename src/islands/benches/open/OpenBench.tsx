import { useState } from "react";
import type { Way } from "../../../core/model/access/ways";
import { terminalsOf } from "../../../core/model/machine/wiring";
import { panelName } from "../../../core/model/naming/names";
import { capital, lowerUnlessNet, minutesSay } from "../../../core/model/naming/text";
import { inFile, type TrayCup, trayOf } from "../../../core/record/job/hands/tray";
import styles from "../../../ui/Bench.module.css";
import form from "../../../ui/Form.module.css";
import { Press } from "../../../ui/Press";
import { FastenerForm } from "../../panes/hands/FastenerForm";
import { Goals } from "../../panes/hands/Goals";
import hands from "../../panes/hands/Hands.module.css";
import { OwnSteps } from "../../panes/hands/OwnSteps";
import { panelDrafts } from "../../panes/hands/panel-drafts";
import { Stack } from "../../panes/hands/Stack";
import { cupName, Tray } from "../../panes/hands/Tray";
import { useReach } from "../../panes/hands/use-reach";
import { WireList } from "../../panes/hands/WireList";
import { PhotoStrip } from "../../panes/photos/PhotoStrip";
import { TagSheet } from "../../panes/print/TagSheet";
import { useDispatch, useJob, useMachine } from "../../store/context";

/** The way in: what comes off in which order, by which way, what lies in the cups, and the wires of what you can reach. */
export function OpenBench() {
  const machine = useMachine();
  const dispatch = useDispatch();
  const reach = useReach();
  const isDead = useJob((s) => s.job.safety.power === "dead");
  const cameOff = useJob((s) => s.job.cameOff);
  const cups = useJob((s) => s.job.cups);
  const [changing, setChanging] = useState<TrayCup | undefined>();
  const { way } = reach;
  const last = cameOff.findLast((c) => c.is === "panel")?.id;
  const tray = trayOf(machine, { cameOff, cups });
  const touch = (panel: string, state: "off" | "on") =>
    dispatch({
      do: "record",
      drafts: panelDrafts(inFile(machine, panel), panel, state),
    });
  const wires = machine.parts.filter((p) => reach.parts.includes(p.id)).flatMap(terminalsOf);
  return (
    <>
      <Goals reach={reach} />
      {!isDead && <p className={styles.caution}>⚠ Not proved dead. Unplug it and prove it dead before you pull a panel.</p>}
      <Ways ways={reach.ways} picked={way} onPick={(id) => dispatch({ do: "take-way", way: id, parts: reach.parts })} />
      {way && way.steps.length > 0 ? (
        <Stack steps={way.steps} goal={reach.name} last={last} onTouch={isDead ? touch : undefined} />
      ) : (
        <p className={styles.quiet}>{reach.goals.length === 0 ? "Next step: no panels to pull." : "You have access."}</p>
      )}
      {way && <WhySo way={way} />}
      {changing && (
        <FastenerForm
          key={changing.of}
          title={`${cupName(machine, changing.of)}: what came out`}
          begin={changing.fasteners}
          onLeave={() => setChanging(undefined)}
          onKeep={(fasteners) => {
            setChanging(undefined);
            return dispatch({ do: "record", drafts: [{ kind: "cup", body: { of: changing.of, fasteners } }] });
          }}
        />
      )}
      <div className={hands.bottom}>
        <div className={form.pane}>
          <Tray
            machine={machine}
            cups={tray}
            onAsFile={(cup) => dispatch({ do: "record", drafts: [{ kind: "cup", body: { of: cup.of, fasteners: [...cup.fasteners] } }] })}
            onDiffers={setChanging}
          />
          {tray.length === 0 && <p className={styles.quiet}>Cups: one for each part you remove. None yet.</p>}
          <OwnSteps />
          <PhotoStrip of={reach.parts[0] ?? way?.steps.find((s) => !s.isOff)?.panel.id ?? "machine"} />
        </div>
        <div className={form.pane}>
          <h3>Wires of {reach.parts.length === 0 ? "what you can reach" : lowerUnlessNet(reach.name)}</h3>
          {wires.length === 0 ? <p className={styles.quiet}>None.</p> : <WireList of={wires} />}
          <TagSheet of={wires} />
        </div>
      </div>
    </>
  );
}

/** Why things come off in this order. */
function WhySo({ way }: { readonly way: Way }) {
  const machine = useMachine();
  const told = way.steps.filter((s) => !s.isOff && s.because !== undefined);
  if (told.length === 0) return null;
  return (
    <details className={form.details}>
      <summary>Why in this order</summary>
      <ul>
        {told.map((s) => (
          <li key={s.panel.id}>
            {capital(s.panel.name)} after the {s.after.map((n) => panelName(machine, n)).join(" and the ")}: {s.because}.
          </li>
        ))}
      </ul>
    </details>
  );
}

interface WaysProps {
  readonly ways: readonly Way[];
  readonly picked: Way | undefined;
  readonly onPick: (id: string) => void;
}

/** The ways side by side, with their price in and back. */
function Ways({ ways, picked, onPick }: WaysProps) {
  if (ways.length === 0 || ways.every((w) => w.steps.length === 0)) return null;
  return (
    <section className={hands.ways} aria-label="Access routes">
      {ways.map((w) => (
        <Press key={w.id} aria-pressed={w === picked} onClick={() => onPick(w.id)}>
          <b>{wayName(w)}</b>
          <b>
            {w.minutesIn > 0 ? `${minutesSay(w.minutesIn)} in` : "open"}, {minutesSay(w.minutesBack)} back
          </b>
          <small>
            {[
              w.reached.join("; "),
              w.tools.join(", "),
              w.steps.some((s) => !s.isOff && s.panel.mind.some((m) => m.is === "two-people")) ? "two people" : "",
            ]
              .filter((x) => x !== "")
              .join(" · ")}
          </small>
        </Press>
      ))}
    </section>
  );
}

/** A way by the last thing that comes off on it. */
const wayName = ({ steps }: Way): string => (steps.length === 0 ? "Open" : `Through the ${steps.at(-1)?.panel.name}`);
