import { useMemo, useState } from "react";
import { judgeInJob } from "../../../core/diagnosis/judge-in-job";
import { outletPairs } from "../../../core/diagnosis/supply-cases";
import { answers } from "../../../core/finding/finding";
import { SUPPLY } from "../../../core/finding/kinds/amps";
import { limitsOf, type MeteredFinding, type MeteredQuestion } from "../../../core/judging/limits";
import { healthyAmps, loadedJoints, loadedParts, terminalBlock } from "../../../core/judging/loaded";
import { limitsSay } from "../../../core/language/judgements";
import { cordSays, jointSays, verdictSays } from "../../../core/language/loaded";
import type { Machine } from "../../../core/machine/format";
import { placeSays } from "../../../core/naming/names";
import { formatValue } from "../../../core/quantity/format";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import { draftOf } from "../meter/subject";
import { SIGN } from "../meter/Verdict";
import bench from "../shared/Bench.module.css";
import { ReadingField } from "../shared/ReadingField";
import styles from "./Air.module.css";

/** While it runs on heat: volts at the terminal block, what a joint drops, and the current of the machine and of its parts. */
export function Loaded() {
  const live = useJob((s) => s.job.safety.liveTests);
  const dispatch = useDispatch();
  return (
    <section className={styles.loaded} aria-label="Under load">
      <header className={bench.head}>
        <h2>Under load</h2>
        <p>Running on heat. One hand, insulated probes; a clamp round one wire.</p>
      </header>
      {live ? (
        <Rows />
      ) : (
        <p className={bench.quiet}>
          This job allows dead tests only.{" "}
          <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "preference", body: { liveTests: true } }] })}>
            Allow live tests
          </Button>
        </p>
      )}
      <ul className={`${bench.rows} ${bench.dense}`} aria-label="Whole machine">
        <ReadRow name="Current of the whole machine" question={ampsOf(SUPPLY)} />
      </ul>
    </section>
  );
}

const ampsOf = (through: string): MeteredQuestion => ({ kind: "amps", place: { through }, circumstances: {} });
const voltsIn = (between: readonly [string, string]): MeteredQuestion => ({
  kind: "volts",
  place: { between: [between[0], between[1]] },
  circumstances: { cord: "in" },
});

function Rows() {
  const machine = useMachine();
  const block = useMemo(() => terminalBlock(machine), [machine]);
  return (
    <ul className={`${bench.rows} ${bench.dense}`} aria-label="At the terminal block">
      {outletPairs(machine).map(({ says, between: [a, b] }) => (
        <ReadRow
          key={says}
          name={`Terminal block, ${says}`}
          question={voltsIn([block.get(a) ?? a, block.get(b) ?? b])}
          says={(volts) => <FromOutlet pair={[a, b]} volts={volts} />}
        />
      ))}
      <JointRow />
      <ClampRow />
    </ul>
  );
}

/** What the cord and the outlet lose, where the outlet was measured too. */
function FromOutlet({ pair, volts }: { readonly pair: readonly [string, string]; readonly volts: number }) {
  const machine = useMachine();
  const outlet = useLast({ kind: "volts", place: { between: [pair[0], pair[1]] }, circumstances: {} });
  const amps = useMemo(() => healthyAmps(machine), [machine]);
  if (outlet?.result.is !== "value") return <>Measure the outlet too: the difference tells what is lost on the way.</>;
  return <>{cordSays(outlet.result.value, volts, amps)}</>;
}

/** The voltage drop over one joint: from the terminal itself to the wire on it. */
function JointRow() {
  const machine = useMachine();
  const joints = useMemo(() => loadedJoints(machine), [machine]);
  const [at, setAt] = useState(0);
  const joint = joints[at];
  if (!joint) return null;
  return (
    <ReadRow
      key={joint.between.join()}
      name="Voltage drop over the joint at"
      choice={
        <select className={bench.field} aria-label="Joint" value={at} onChange={(e) => setAt(Number(e.target.value))}>
          {joints.map((j, i) => (
            <option key={j.between.join()} value={i}>
              {placeSays(machine, j.between)}, {formatValue(j.amps, "amp")}
            </option>
          ))}
        </select>
      }
      label={`Voltage drop, ${placeSays(machine, joint.between)}`}
      question={voltsIn(joint.between)}
      says={(volts) => <>{jointSays(volts, joint.amps)}</>}
    />
  );
}

function ClampRow() {
  const machine = useMachine();
  const parts = useMemo(() => loadedParts(machine), [machine]);
  const [id, setId] = useState(parts[0]?.part.id ?? "");
  if (parts.length === 0) return null;
  return (
    <ReadRow
      key={id}
      name="Current through"
      choice={
        <select className={bench.field} aria-label="Clamped part" value={id} onChange={(e) => setId(e.target.value)}>
          {parts.map(({ part }) => (
            <option key={part.id} value={part.id}>
              {part.name}
            </option>
          ))}
        </select>
      }
      label={`Current through ${nameOf(machine, id)}`}
      question={ampsOf(id)}
    />
  );
}

const nameOf = (machine: Machine, id: string): string => machine.parts.find((p) => p.id === id)?.name ?? id;

function useLast(question: MeteredQuestion): MeteredFinding | undefined {
  const key = JSON.stringify(question.place);
  return useJob(({ job }) => {
    const found = job.evidence.findLast(
      (e) =>
        e.source === "technician" &&
        e.fitted.length === job.fitted.length &&
        e.finding.kind === question.kind &&
        samePlace(e.finding, question, key),
    )?.finding;
    return found as MeteredFinding | undefined;
  });
}

const samePlace = (finding: Parameters<typeof answers>[0], question: MeteredQuestion, key: string): boolean =>
  answers(finding, question) || JSON.stringify(finding.place) === key;

interface RowProps {
  readonly name: string;
  readonly question: MeteredQuestion;
  readonly choice?: React.ReactNode;
  readonly label?: string;
  readonly says?: (value: number) => React.ReactNode;
}

/** One reading: its field, and what was last read there, judged. */
function ReadRow({ name, question, choice, label = name, says }: RowProps) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const [open, setOpen] = useState(false);
  const last = useLast(question);
  const limits = useMemo(() => limitsOf(machine, question), [machine, question]);
  return (
    <li>
      <div>
        <h3>
          {name} {choice}
        </h3>
        {last ? <Read finding={last} says={says} /> : <small>healthy {limitsSay(limits)}</small>}
      </div>
      <span className={bench.answers}>
        {open ? (
          <ReadingField
            label={label}
            unit={limits.unit}
            onLeave={() => setOpen(false)}
            onKeep={(value) => {
              const draft = draftOf(question, value);
              if (draft) void dispatch({ do: "record", drafts: [draft] });
              setOpen(false);
            }}
          />
        ) : (
          <Button aria-label={`Read: ${label}`} onClick={() => setOpen(true)}>
            {last ? "Read again" : "Read"}
          </Button>
        )}
      </span>
    </li>
  );
}

function Read({ finding, says }: { readonly finding: MeteredFinding; readonly says: RowProps["says"] }) {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const judgement = useMemo(() => judgeInJob(machine, job, finding), [machine, job, finding]);
  const Sign = SIGN[judgement.verdict];
  return (
    <p data-verdict={judgement.verdict} className={styles.read}>
      <Sign size={18} strokeWidth={3} aria-hidden /> <b>{formatValue(judgement.shown, judgement.unit)}</b> {verdictSays(judgement)}.{" "}
      {says?.(judgement.shown)}
    </p>
  );
}
