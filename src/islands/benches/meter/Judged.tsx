import { useMemo } from "react";
import type { Machine } from "../../../core/model/machine/format";
import { controlsSay } from "../../../core/model/naming/names";
import { formatValue } from "../../../core/model/quantity/format";
import { judgeInJob } from "../../../core/reason/diagnosis/judge-in-job";
import type { Judgement } from "../../../core/reason/judging/judge";
import { controlsIn } from "../../../core/record/finding/circumstances";
import { lessLeads } from "../../../core/record/finding/limits/assess";
import type { Limits } from "../../../core/record/finding/limits/limits";
import { limitsOf } from "../../../core/record/finding/limits/limits-of";
import { isMetered, readingAt } from "../../../core/record/finding/metered";
import { inCircumstances } from "../../../core/record/job/circumstances";
import { leadsSay } from "../../../core/record/job/kinds/intake/meter";
import { HINT_SAYS, judgementSays, limitsSay, numbersSay, VERDICT_SAYS } from "../../../core/speech/words/bench/judgements";
import { Button } from "../../../ui/Button";
import { LimitScale } from "../../panes/reading/LimitScale";
import { type Subject, subjectSays } from "../../panes/reading/subject";
import { SIGN } from "../../panes/reading/Verdict";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./Judged.module.css";
import { MeterBar } from "./MeterBar";
import type { StandIn } from "./use-stand-in";

interface Props {
  readonly subject: Subject | undefined;
  readonly meter: StandIn;
}

/** The reading in hand held against its limits: pass, fail or can't tell; while it is typed or streams in with the numbers that made it, over the sheet, which stays. */
export function Judged({ subject, meter }: Props) {
  const machine = useMachine();
  const found = useHeld(subject, meter);
  if (!subject || !found)
    return (
      <div className={styles.holder}>
        <section className={styles.judged} aria-label="Judgment">
          <p className={styles.none}>Tap a part or two test points, or type a reading. It's judged here.</p>
        </section>
      </div>
    );
  const { limits, judgement } = found;
  const isTyped = subject.from === "line" && judgement !== undefined;
  return (
    <div className={styles.holder}>
      <section
        className={styles.judged}
        aria-label="Judgment"
        data-verdict={judgement?.verdict}
        data-typed={isTyped}
        data-streams={meter.on}
      >
        <div className={styles.place}>
          <h2>{subjectSays(machine, subject.question)}</h2>
          <p>{meter.zeroing ? "the leads, shorted" : wiresSay(machine, subject, meter.on)}</p>
        </div>
        {meter.on ? (
          <Streamed meter={meter} judgement={judgement} />
        ) : judgement ? (
          <Shown judgement={judgement} />
        ) : (
          <Expected limits={limits} />
        )}
        <div className={styles.buttons}>
          <ZeroButton meter={meter} />
          <Button aria-pressed={meter.on} onClick={() => meter.turn(!meter.on)}>
            {meter.on ? "Meter off" : "Meter"}
          </Button>
        </div>
        {meter.on && <MeterBar meter={meter} unit={limits.unit} />}
        {(isTyped || (meter.on && !meter.zeroing)) && judgement && <Because judgement={judgement} />}
        {(isTyped || (meter.on && !meter.zeroing)) && judgement && <LimitScale limits={limits} marks={[{ is: "typed", ...judgement }]} />}
      </section>
    </div>
  );
}

/** Gives what is judged: what the meter shows while it streams, else what is typed or was read. */
function useHeld(subject: Subject | undefined, { on, hold }: StandIn): { limits: Limits; judgement?: Judgement } | undefined {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const shown = hold.held ?? (hold.last && (hold.last.value ?? Infinity));
  return useMemo(() => {
    if (!subject) return undefined;
    const streamed = on && shown !== undefined ? readingAt(subject.question, shown) : undefined;
    const finding = on ? streamed && inCircumstances(streamed, job) : subject.finding;
    const judgement = finding && isMetered(finding) ? judgeInJob(machine, job, finding) : undefined;
    return { limits: judgement?.limits ?? limitsOf(machine, subject.question), ...(judgement && { judgement }) };
  }, [machine, job, subject, on, shown]);
}

const FROM: Record<Subject["from"], string> = { line: "as typed", chosen: "", record: "read last", next: "next" };

function wiresSay(machine: Machine, { question, from }: Subject, streams: boolean): string {
  const wires = question.kind !== "ohms" ? "" : (question.circumstances.wiring ?? []).length > 0 ? "wires off" : "all wires connected";
  const warm = question.circumstances.partHot ? "warmed" : "";
  const controls = controlsSay(machine, controlsIn(question.circumstances));
  return [wires, controls, warm, streams ? "on the meter now" : FROM[from]].filter((s) => s !== "").join(" · ");
}

/** The leads are shorted and read: what they add is subtracted from then on. */
function ZeroButton({ meter }: { readonly meter: StandIn }) {
  const dispatch = useDispatch();
  const leads = useJob((s) => s.job.meter?.leadOhms);
  return (
    <Button onClick={() => (meter.on ? meter.zero() : void dispatch({ do: "type", text: "leads " }))}>
      {leads === undefined ? "Zero leads" : `Leads ${leadsSay(leads)}`}
    </Button>
  );
}

function Shown({ judgement }: { readonly judgement: Judgement }) {
  const { verdict, shown, leads, unit } = judgement;
  const Sign = SIGN[verdict];
  const less = unit !== "ohm" || shown === Infinity || !leads.known ? shown : Math.max(0, lessLeads(shown, leads));
  return (
    <p className={styles.number}>
      {formatValue(less, unit)}
      <strong>
        <Sign size={26} strokeWidth={3} aria-hidden />
        {VERDICT_SAYS[verdict]}
      </strong>
    </p>
  );
}

/** Shows what the meter shows now; a verdict only once it stands. */
function Streamed({ meter: { hold, zeroing, silent }, judgement }: { readonly meter: StandIn; readonly judgement: Judgement | undefined }) {
  const { last, held } = hold;
  if (!last) return <p className={styles.number}>{silent ?? "…"}</p>;
  const shown = held ?? last.value ?? Infinity;
  if (held !== undefined && judgement && !zeroing) return <Shown judgement={judgement} />;
  return (
    <p className={styles.number} data-moves={held === undefined}>
      {formatValue(shown, last.unit)}
      {held === undefined && <span>not stable</span>}
    </p>
  );
}

/** Nothing is read yet: what a healthy one reads. */
const Expected = ({ limits }: { readonly limits: Limits }) => (
  <p className={styles.number}>
    {limitsSay(limits)}
    <strong>normal</strong>
  </p>
);

function Because({ judgement }: { readonly judgement: Judgement }) {
  return (
    <div className={styles.because}>
      <p>{judgementSays(judgement)}</p>
      <p className={styles.numbers}>{numbersSay(judgement)}</p>
      {judgement.hints.map((h) => (
        <p key={h} className={styles.hint}>
          {HINT_SAYS[h]}
        </p>
      ))}
    </div>
  );
}
