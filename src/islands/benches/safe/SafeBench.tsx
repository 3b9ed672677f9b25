import { CircleCheck, TriangleAlert } from "lucide-react";
import { type Energy, energiesOf } from "../../../core/record/job/energies";
import type { Draft } from "../../../core/record/job/kinds/index";
import { energySays } from "../../../core/speech/words/bench/energies";
import { warningSays } from "../../../core/speech/words/card/warnings";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { Clock } from "../../../ui/Clock";
import { WordsForm } from "../../../ui/WordsForm";
import styles from "../../panes/energy/Energy.module.css";
import { ThreeSteps } from "../../panes/energy/ThreeSteps";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { NotNow } from "./NotNow";

/** The energy in this machine, each made safe by an act that is recorded; the check that proves it dead; what its state forbids. */
export function SafeBench() {
  const machine = useMachine();
  const safety = useJob((s) => s.job.safety);
  const shut = useJob((s) => s.job.shut);
  return (
    <>
      <header className={bench.head}>
        <h2>Make it safe</h2>
        <p>It's live until your meter proves it dead.</p>
      </header>
      <ul className={bench.rows} aria-label="Energy in this machine">
        {energiesOf(machine, { safety, shut }).map((energy) => (
          <EnergyRow key={"part" in energy ? energy.part : energy.of} energy={energy} />
        ))}
      </ul>
      {safety.power !== "dead" && <ThreeSteps />}
      <NotNow />
      <PowerLog />
    </>
  );
}

function EnergyRow({ energy }: { readonly energy: Energy }) {
  const machine = useMachine();
  const { name, stands, how } = energySays(machine, energy);
  const isSafe = energy.state === "safe";
  return (
    <li>
      <div>
        <h3>
          {name}{" "}
          <span className={isSafe ? styles.safe : styles.unsafe}>
            {isSafe ? <CircleCheck size={18} aria-hidden /> : <TriangleAlert size={18} aria-hidden />} {stands}
          </span>
        </h3>
        <p>{how}</p>
        {energy.of === "mains" && <LockNote />}
      </div>
      <span className={bench.answers}>
        <Acts energy={energy} />
      </span>
    </li>
  );
}

function Acts({ energy }: { readonly energy: Energy }) {
  const power = useJob((s) => s.job.safety.power);
  switch (energy.of) {
    case "mains":
      return <MainsActs />;
    case "capacitor":
      if (energy.state === "safe") return null;
      if (power !== "dead") return <small className={bench.quiet}>not now: prove it dead first</small>;
      return <Act draft={{ kind: "discharged", body: { part: energy.part } }}>Record discharged</Act>;
    case "gas":
      return energy.state === "safe" ? (
        <Act draft={{ kind: "valve", body: { of: "gas", state: "open" } }}>Record gas on</Act>
      ) : (
        <Act draft={{ kind: "valve", body: { of: "gas", state: "shut" } }}>Record gas off</Act>
      );
    case "heat":
      return energy.state === "safe" || power === "live" ? null : <Act draft={{ kind: "cooled", body: {} }}>Record cool to the touch</Act>;
  }
}

const POWER_ON: Draft = { kind: "energised", body: {} };

/** Taken away is not proven away: it is on record, and still to be tested. */
function MainsActs() {
  const isolated = useJob((s) => s.job.safety.isolated);
  const power = useJob((s) => s.job.safety.power);
  const warning = useJob((s) => (s.job.safety.power === "live" ? undefined : warningSays(s.job, POWER_ON)));
  return (
    <>
      {power !== "dead" && !isolated && (
        <>
          <Act draft={{ kind: "isolated", body: { how: "cord" } }}>Record cord out</Act>
          <Act draft={{ kind: "isolated", body: { how: "breaker", locked: true } }}>Record breaker locked out</Act>
        </>
      )}
      {warning && <small className={bench.caution}>⚠ {warning}</small>}
      {power !== "live" && <Act draft={POWER_ON}>Record power on</Act>}
    </>
  );
}

function Act({ draft, children }: { readonly draft: Draft; readonly children: string }) {
  const dispatch = useDispatch();
  return <Button onClick={() => dispatch({ do: "record", drafts: [draft] })}>{children}</Button>;
}

const ON_LOCK = "On the lock: whose it is, where the key is";

function LockNote() {
  const isolated = useJob((s) => s.job.safety.isolated);
  const dispatch = useDispatch();
  if (!isolated?.locked) return null;
  if (isolated.note) return <p className={styles.note}>On the lock: “{isolated.note}”</p>;
  return (
    <WordsForm
      fields={{ note: { label: ON_LOCK, placeholder: ON_LOCK, bare: true, most: 200 } }}
      button="Save"
      onKeep={({ note }) => dispatch({ do: "record", drafts: [{ kind: "isolated", body: { ...isolated, note } }] })}
    />
  );
}

/** When it was made dead or live, as far as the record goes. */
function PowerLog() {
  const record = useJob((s) => s.job.record);
  const moves = record.flatMap((l) =>
    l.status === "counts" && (l.entry.kind === "made-safe" || l.entry.kind === "energised") ? [l.entry] : [],
  );
  if (moves.length === 0) return null;
  return (
    <p className={bench.quiet}>
      {moves.map((e, i) => (
        <span key={e.id}>
          {i > 0 && " · "}
          <Clock at={e.at} /> {e.kind === "made-safe" ? "proved dead" : "live"}
        </span>
      ))}
    </p>
  );
}
