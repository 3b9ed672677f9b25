import { X } from "lucide-react";
import { assemblyIdOf, fittingOf } from "../../../core/model/machine/assembly";
import { type Part, partOf } from "../../../core/model/machine/format";
import { windingsOf } from "../../../core/model/machine/metering";
import { capital } from "../../../core/model/naming/text";
import { textInFahrenheit } from "../../../core/model/quantity/format";
import { Button } from "../../../ui/Button";
import { Press } from "../../../ui/Press";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { hearing } from "../../store/hearing";
import { measuredParts } from "../sheet/last-readings";
import { markSays } from "../sheet/mark";
import { Catalogue } from "../stock/Catalogue";
import { ForesightTable } from "./ForesightTable";
import styles from "./SideCard.module.css";

/** Shows what a part does, how it is tested, and what it should read now. */
export function PartCard({ part: id }: { readonly part: string }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const part = partOf(machine, id);
  const isRead = windingsOf(part).length > 0;
  const typeIt = () =>
    void hearing.load().then(({ partPhrase }) => dispatch({ do: "type", text: `${partPhrase(machine, part)} ${isRead ? "" : "good"}` }));
  return (
    <section className={styles.card} aria-label={part.name}>
      <CardHead title={part.name} />
      <Standing part={id} />
      <p>{textInFahrenheit(part.does)}</p>
      <Facts part={part} />
      {isRead && (
        <>
          <h3>Terminal to terminal now, wires off</h3>
          <ForesightTable unit="ohm" />
        </>
      )}
      {part.nets.length > 0 && (
        <details>
          <summary>Part from the catalog</summary>
          <Catalogue assemblies={[assemblyIdOf(part)]} />
        </details>
      )}
      <Button onClick={typeIt}>{isRead ? "Enter reading" : "Enter how it looks"}</Button>
    </section>
  );
}

export function CardHead({ title }: { readonly title: string }) {
  const dispatch = useDispatch();
  return (
    <header>
      <h2>{title}</h2>
      <Press aria-label="Close" onClick={() => dispatch({ do: "unchoose" })}>
        <X size={24} aria-hidden />
      </Press>
    </header>
  );
}

const SIGNS = { good: "✓ ", bad: "✕ ", suspect: "", unknown: "" } as const;

function Standing({ part }: { readonly part: string }) {
  const machine = useMachine();
  const mark = useJob((s) => s.diagnosis.standing?.marks[part]);
  const evidence = useJob((s) => s.job.evidence);
  const fitted = useJob((s) => s.job.fitted);
  if (!mark) return null;
  return (
    <p className={styles.state} data-state={mark.state}>
      {SIGNS[mark.state]}
      {capital(markSays(mark, measuredParts(machine, evidence, fitted).has(part)))}
    </p>
  );
}

function Facts({ part }: { readonly part: Part }) {
  const machine = useMachine();
  const fitting = fittingOf(machine, part);
  return (
    <dl>
      <dt>Test</dt>
      <dd>{textInFahrenheit(part.test)}</dd>
      <dt>Where</dt>
      <dd>{part.where}</dd>
      {part.nets.length > 0 && (
        <>
          <dt>Terminals</dt>
          <dd>{part.nets.join(", ")}</dd>
        </>
      )}
      <dt>New</dt>
      <dd>
        {fitting.name}: {fitting.price > 0 ? `$${fitting.price}` : "no part needed"}, {fitting.minutes} min <small>(estimates)</small>
      </dd>
    </dl>
  );
}
