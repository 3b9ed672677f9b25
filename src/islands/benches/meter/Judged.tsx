import { type ReactNode, useMemo } from "react";
import { leadsSay } from "../../../core/job/kinds/meter";
import { type Judgement, judge, lessLeads } from "../../../core/judging/judge";
import { type Limits, limitsOf } from "../../../core/judging/limits";
import { HINT_SAYS, judgementSays, limitsSay, numbersSay, VERDICT_SAYS } from "../../../core/language/judgements";
import { placeSays } from "../../../core/naming/names";
import { formatValue } from "../../../core/quantity/format";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../job/store/context";
import styles from "./Judged.module.css";
import { LimitScale } from "./LimitScale";
import { type Subject, useSubject } from "./subject";
import { SIGN } from "./Verdict";

/** The reading in hand held against its limits: pass, fail or can't tell; while it is typed with the numbers that made it, over the sheet, which stays. */
export function Judged({ children }: { readonly children: ReactNode }) {
  const machine = useMachine();
  const subject = useSubject();
  const found = useMemo(() => subject && held(machine, subject), [machine, subject]);
  if (!subject || !found)
    return (
      <div className={styles.holder}>
        <section className={styles.judged} aria-label="Judgement">
          <p className={styles.none}>Touch a part or two test points, or type a reading: it is held against its limits here.</p>
          <div className={styles.buttons}>{children}</div>
        </section>
      </div>
    );
  const { limits, judgement } = found;
  const isTyped = subject.from === "line" && judgement !== undefined;
  return (
    <div className={styles.holder}>
      <section className={styles.judged} aria-label="Judgement" data-verdict={judgement?.verdict} data-typed={isTyped}>
        <div className={styles.place}>
          <h2>{placeSays(machine, subject.question.place.between)}</h2>
          <p>{wiresSay(subject)}</p>
        </div>
        {judgement ? <Shown judgement={judgement} /> : <Expected limits={limits} />}
        <div className={styles.buttons}>
          <ZeroButton />
          {children}
        </div>
        {isTyped && <Because judgement={judgement} />}
        {isTyped && <LimitScale limits={limits} marks={[{ is: "typed", ...judgement }]} />}
      </section>
    </div>
  );
}

function held(machine: Parameters<typeof judge>[0], { finding, question }: Subject): { limits: Limits; judgement?: Judgement } {
  const judgement = finding && judge(machine, finding);
  return { limits: judgement?.limits ?? limitsOf(machine, question), ...(judgement && { judgement }) };
}

const FROM: Record<Subject["from"], string> = { line: "as typed", chosen: "", record: "read last", next: "to be read next" };

const wiresSay = ({ question, from }: Subject): string =>
  [(question.circumstances.wiring ?? []).length > 0 ? "wires off" : "all wires on", FROM[from]].filter((s) => s !== "").join(" · ");

/** The leads are shorted and read: what they add is subtracted from then on. */
function ZeroButton() {
  const dispatch = useDispatch();
  const leads = useJob((s) => s.job.meter?.leadOhms);
  return (
    <Button onClick={() => dispatch({ do: "type", text: "leads " })}>
      {leads === undefined ? "Zero leads" : `Leads ${leadsSay(leads)}`}
    </Button>
  );
}

function Shown({ judgement: { verdict, shown, leads } }: { readonly judgement: Judgement }) {
  const Sign = SIGN[verdict];
  const less = shown === Infinity || !leads.known ? shown : Math.max(0, lessLeads(shown, leads));
  return (
    <p className={styles.number}>
      {formatValue(less, "ohm")}
      <strong>
        <Sign size={26} strokeWidth={3} aria-hidden />
        {VERDICT_SAYS[verdict]}
      </strong>
    </p>
  );
}

/** Nothing is read yet: what a healthy one reads. */
const Expected = ({ limits }: { readonly limits: Limits }) => (
  <p className={styles.number}>
    {limitsSay(limits)}
    <strong>healthy</strong>
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
