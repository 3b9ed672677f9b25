import { Check, TriangleAlert } from "lucide-react";
import { useMemo } from "react";
import { COMMON_METER, rangeFor } from "../../../../core/model/instrument/meter";
import type { Machine, Part } from "../../../../core/model/machine/format";
import { windingsOf } from "../../../../core/model/machine/metering";
import { percent } from "../../../../core/model/naming/text";
import { readsOpen } from "../../../../core/model/prediction/prediction";
import { formatValue } from "../../../../core/model/quantity/format";
import type { Foresight } from "../../../../core/reason/diagnosis/standing";
import { statesOf } from "../../../../core/reason/judging/part-states";
import type { Limits } from "../../../../core/record/finding/limits/limits";
import { limitsOf } from "../../../../core/record/finding/limits/limits-of";
import { leadsSay } from "../../../../core/record/job/kinds/intake/meter";
import { limitsSay } from "../../../../core/speech/words/bench/judgements";
import { hypothesisSays } from "../../../../core/speech/words/card/diagnosis";
import { Clock } from "../../../../ui/Clock";
import { MeterChoice } from "../../../panes/meters/MeterChoice";
import { LimitScale, type Mark, type SuspectMark } from "../../../panes/reading/LimitScale";
import { PartSymbol } from "../../../panes/sheet/symbols";
import { useJob, useMachine } from "../../../store/context";
import styles from "./Part.module.css";
import type { PartRow } from "./use-part-readings";

/** Where the leads go on a part, in what state of machine and meter; under it what would be shown, healthy and by the leading suspects. */
export function Leads({ part, first }: { readonly part: Part; readonly first: PartRow | undefined }) {
  const machine = useMachine();
  const cold = useMemo(() => firstLimits(machine, part), [machine, part]);
  // Whatever was read says how warm it was: its limits are those.
  const limits = first?.old?.judgement.limits ?? cold;
  const suspects = useSuspectMarks(part, limits);
  if (!limits || !first) return null;
  const marks: Mark[] = (["old", "fresh"] as const).flatMap((column) => {
    const read = first[column]?.judgement;
    return read ? [{ is: column === "old" ? "old" : "new", shown: read.shown, may: read.may, verdict: read.verdict } as const] : [];
  });
  return (
    <>
      <div className={styles.leads}>
        <Drawn part={part} />
        <Checks part={part} limits={limits} />
      </div>
      <LimitScale limits={limits} marks={marks} suspects={suspects} />
    </>
  );
}

function firstLimits(machine: Machine, part: Part): Limits | undefined {
  const [first] = statesOf(machine, part);
  return first && limitsOf(machine, first.question);
}

/** Points, part, wire off, meter: 340 by 132. */
function Drawn({ part }: { readonly part: Part }) {
  const [winding] = windingsOf(part);
  const [a, b] = winding?.terminals ?? [1, 2];
  return (
    <svg viewBox="0 0 340 132" width="340" height="132" className={styles.drawn} role="img" aria-label={`Leads on ${part.name}`}>
      <path d="M4 44H66q14 0 22 -18" className={styles.wire} />
      <path d="M84 20l8 4 4 -10 -8 -4z" className={styles.tip} />
      <path d="M92 44H118M222 44H250" className={styles.gap} />
      <path d="M118 44H146M194 44H222" className={styles.wire} />
      <path d="M250 44H336" className={styles.wire} />
      <g transform="translate(170 44)" className={styles.symbol}>
        <PartSymbol part={part} closed />
      </g>
      <path d="M118 51V100q0 10 10 10H150M222 51V100q0 10 -10 10H190" className={styles.lead} />
      <path d="M114 62h8v18h-8zM218 62h8v18h-8z" className={styles.probe} />
      <circle cx="118" cy="44" r="6" className={styles.point} />
      <circle cx="222" cy="44" r="6" className={styles.point} />
      <circle cx="170" cy="110" r="20" className={styles.point} />
      <text x="170" y="117" textAnchor="middle">
        {part.kind === "capacitor" ? "F" : "Ω"}
      </text>
      <text x="118" y="30" textAnchor="middle">
        {part.nets[a - 1]}
      </text>
      <text x="222" y="30" textAnchor="middle">
        {part.nets[b - 1]}
      </text>
      <text x="4" y="34" className={styles.quiet}>
        wire off
      </text>
    </svg>
  );
}

/** Shows what must be so before the number means anything. */
function Checks({ part, limits }: { readonly part: Part; readonly limits: Limits }) {
  const safety = useJob((s) => s.job.safety);
  const off = useJob((s) => s.job.wiresOff.includes(part.id));
  const meter = useJob((s) => s.job.meter);
  const used = meter?.used ?? COMMON_METER;
  const range = rangeFor(used, limits.unit, limits.high === Infinity ? limits.low : limits.high * 1.2);
  const dead = safety.power === "dead";
  return (
    <dl className={styles.checks}>
      <Checked is={dead} name="Power">
        {dead && safety.since ? (
          <>
            dead <Clock at={safety.since} />
          </>
        ) : (
          "prove it dead first"
        )}
      </Checked>
      <Checked is={meter?.used !== undefined} name="Meter">
        <MeterChoice className={styles.choice} />
      </Checked>
      <Checked is={range !== undefined} name="Range">
        {range ? `${formatValue(range.upTo, limits.unit)}${meter?.used ? "" : ", or the lowest that fits"}` : "this meter does not read it"}
      </Checked>
      <Checked is={off} name="Wires off">
        {off ? "at one end at least" : `take one off ${part.nets[0]}`}
      </Checked>
      <Checked is={meter?.leadOhms !== undefined} name="Leads">
        {meter?.leadOhms === undefined ? "zero them" : leadsSay(meter.leadOhms)}
      </Checked>
      <Checked is name="Normal">
        {limitsSay(limits)}
      </Checked>
    </dl>
  );
}

function Checked({ is, name, children }: { readonly is: boolean; readonly name: string; readonly children: React.ReactNode }) {
  const Sign = is ? Check : TriangleAlert;
  return (
    <div data-is={is}>
      <dt>
        <Sign size={18} strokeWidth={3} aria-hidden /> {name}
      </dt>
      <dd>{children}</dd>
    </div>
  );
}

const NONE: readonly Foresight[] = [];
const MOST_SUSPECTS = 3;
/** A band of so many σ. */
const SIGMAS = 2;

/** Gives what the leading suspects would read across the part, once it is chosen on the sheet. */
function useSuspectMarks(part: Part, limits: Limits | undefined): readonly SuspectMark[] {
  const machine = useMachine();
  const chosen = useJob((s) => s.view.chosen.kind === "part" && s.view.chosen.part === part.id);
  const lines = useJob((s) => s.diagnosis.foresight) ?? NONE;
  if (!chosen || limits?.unit !== "ohm") return [];
  const marked = lines.flatMap(({ of, prediction, sigma }): SuspectMark[] => {
    if (!of) return [];
    const says = `${hypothesisSays(machine, of.hypothesis)} ${percent(of.probability)}`;
    if (readsOpen(prediction)) return [{ says, from: Infinity, to: Infinity }];
    if (prediction.is !== "value") return [];
    const [from, to] = [Math.max(0, prediction.mean - SIGMAS * sigma), prediction.mean + SIGMAS * sigma];
    // Whatever reads as a healthy one does is not told apart here.
    return from <= limits.high && to >= limits.low ? [] : [{ says, from, to }];
  });
  return marked.slice(0, MOST_SUSPECTS);
}
