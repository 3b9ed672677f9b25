import { ArrowLeft, CloudOff } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { ReadingSetup } from "../../core/diagnosis/predict";
import type { Way } from "../../core/diagnosis/surprise";
import { entrySays } from "../../core/entry/says";
import type { Understanding } from "../../core/entry/understand";
import { vocabularyOf } from "../../core/entry/vocabulary";
import type { Draft, Entry } from "../../core/job/entry";
import { STAGE_NAMES, STAGES } from "../../core/job/fold";
import { restControls } from "../../core/machine/condition";
import type { Machine } from "../../core/machine/schema";
import { closedControls, type TestAction, windings } from "../../core/planning/tests";
import { Button } from "../../ui/Button";
import { outbox } from "../journal/outbox";
import { ContradictionBanner } from "./ContradictionBanner";
import { EnergyBadge } from "./EnergyBadge";
import styles from "./JobView.module.css";
import { NextCard } from "./NextCard";
import { PartCard } from "./PartCard";
import { ProbeCard } from "./ProbeCard";
import { ProofForm } from "./ProofForm";
import { ReadingLine } from "./ReadingLine";
import { lastStanding, Record } from "./Record";
import { Sheet } from "./Sheet";
import { Suspects } from "./Suspects";
import { useDiagnosis } from "./useDiagnosis";
import { useJob } from "./useJob";

interface Props {
  readonly id: string;
  readonly number: number;
  readonly entries: readonly Entry[];
  readonly machines: readonly Machine[];
}

type Side =
  | { readonly kind: "suspects" }
  | { readonly kind: "part"; readonly part: string }
  | { readonly kind: "probe"; readonly points: readonly string[] };
const SUSPECTS: Side = { kind: "suspects" };
const NO_WAYS: readonly Way[] = [];

export function JobView({ id, number, entries, machines }: Props) {
  const { job, waiting, refusedByServer, reached, add } = useJob(id, entries, machines);
  const machine = machines.find((m) => m.id === job.machineId);
  const [side, setSide] = useState<Side>(SUSPECTS);
  const [line, setLine] = useState("");
  const [controls, setControls] = useState<Readonly<Record<string, string>>>({});
  const [proving, setProving] = useState(false);
  /** The reading whose way is shown on the sheet. */
  const [way, setWay] = useState<string | undefined>();
  const input = useRef<HTMLInputElement>(null);
  const setup = useMemo(() => machine && setupOf(machine, side, job.safety.power === "live"), [machine, side, job.safety.power]);
  const { ranking, proposal, probe, schools, working, failed } = useDiagnosis(machine, job, setup);
  const vocabulary = useMemo(() => machine && vocabularyOf(machine), [machine]);
  const context = useMemo(() => machine && vocabulary && { machine, vocabulary, job, controls }, [machine, vocabulary, job, controls]);
  const allControls = useMemo(() => (machine ? { ...restControls(machine), ...controls } : {}), [machine, controls]);

  const enter = useCallback(
    (drafts: readonly Draft[]) => {
      void add(drafts);
      setControls({});
      setSide(SUSPECTS);
    },
    [add],
  );
  const type = useCallback((text: string) => {
    setLine(text);
    input.current?.focus();
  }, []);
  const undo = useCallback(() => {
    const last = lastStanding(job);
    if (last) enter([{ kind: "retract", body: { entry: last } }]);
  }, [job, enter]);

  const onEnter = (understood: Extract<Understanding, { ok: true }>) => {
    if ("drafts" in understood) enter(understood.drafts);
    else if (understood.command === "undo") undo();
    else if (understood.command === "prove") setProving(true);
    else enter([{ kind: "closed", body: {} }]);
  };

  const measure = (test: Exclude<TestAction, { kind: "sighting" }>) => {
    if (!machine) return;
    if (test.kind === "measure") {
      type(test.what === "exhaust-peak" ? "exhaust " : "back pressure ");
      return;
    }
    setControls(test.setup.controls);
    type(`${phraseFor(machine, test)} `);
  };

  const stage = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (job.stage) stage.current?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [job.stage]);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      if (target.closest("input, textarea, select, dialog")) return;
      if (e.key === "/") {
        e.preventDefault();
        input.current?.focus();
      } else if (e.key === "z" && (e.ctrlKey || e.metaKey)) {
        e.preventDefault();
        undo();
      } else if (e.key === "Escape") setSide(SUSPECTS);
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [undo]);

  const choosePoint = (net: string) =>
    setSide((s) => {
      if (s.kind !== "probe" || s.points.length === 2) return { kind: "probe", points: [net] };
      return s.points[0] === net ? SUSPECTS : { kind: "probe", points: [...s.points, net] };
    });

  const says = useCallback(
    (entry: string) => {
      const found = job.record.find((l) => l.entry.id === entry)?.entry;
      return found && entrySays(machine, found);
    },
    [job, machine],
  );

  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <a href="/jobs" className={styles.back} aria-label="All jobs">
          <ArrowLeft size={24} aria-hidden />
        </a>
        <h1>Job {number}</h1>
        <p>
          {job.opened?.place}
          {machine && ` · ${machine.maker} ${machine.model}`}
          {job.complaint && <span className={styles.words}> · “{job.complaint.words}”</span>}
        </p>
        {waiting.size > 0 && (
          <output className={styles.offline} title={reached ? "Being sent" : "The server can't be reached; it is tried again by itself"}>
            <CloudOff size={20} aria-hidden /> {waiting.size} not on the server yet
          </output>
        )}
        <EnergyBadge safety={job.safety} />
      </header>
      <nav className={styles.stages} aria-label="Stages">
        <ol>
          {STAGES.map((s) => (
            <li
              key={s}
              ref={job.stage === s ? stage : undefined}
              data-done={job.done.includes(s)}
              aria-current={job.stage === s ? "step" : undefined}
            >
              {job.done.includes(s) && <span aria-hidden="true">✓ </span>}
              {STAGE_NAMES[s]}
              {job.done.includes(s) && <span className="hidden"> done</span>}
            </li>
          ))}
        </ol>
      </nav>
      {refusedByServer.map((r) => (
        <div key={r.order} role="alert" className={styles.refused}>
          <p>
            The server refused “{entrySays(machine, r.entry)}”: {r.reason}. It is kept here and counts for nothing.
          </p>
          <Button onClick={() => void outbox().discard(r.order)}>Drop it</Button>
        </div>
      ))}
      <main className={styles.main}>
        <div className={styles.center}>
          {machine ? (
            <Sheet
              machine={machine}
              job={job}
              marks={ranking?.marks ?? {}}
              controls={allControls}
              probes={side.kind === "probe" ? side.points : []}
              chosen={side.kind === "part" ? side.part : undefined}
              way={ranking?.ways.find((w) => w.entry === way)}
              onPart={(part) => setSide((s) => (s.kind === "part" && s.part === part ? SUSPECTS : { kind: "part", part }))}
              onPoint={choosePoint}
            />
          ) : (
            <ChooseMachine machines={machines} onChoose={(m) => enter([{ kind: "machine", body: { machine: m } }])} />
          )}
          <Record
            job={job}
            machine={machine}
            waiting={waiting}
            ways={ranking?.ways ?? NO_WAYS}
            shown={way}
            onWay={setWay}
            onDrafts={enter}
          />
        </div>
        <aside className={styles.side}>
          {failed && (
            <p role="alert">The suspects can't be worked out here ({failed}). What you enter is still kept; reload to try again.</p>
          )}
          {ranking?.contradiction && (
            <ContradictionBanner clash={ranking.contradiction} says={says(ranking.contradiction.entry) ?? "an entry"} />
          )}
          {machine && (
            <NextCard
              machine={machine}
              proposal={job.closed ? null : proposal}
              schools={schools}
              school={job.school}
              liveTests={job.safety.liveTests}
              working={working}
              panelsOff={job.panelsOff.map((p) => machine.panels.find((x) => x.id === p)?.name ?? p)}
              onDrafts={enter}
              onMeasure={measure}
              onExamine={type}
              onProve={() => setProving(true)}
            />
          )}
          {side.kind === "suspects" && <Suspects ranking={ranking} says={says} />}
          {side.kind === "part" && machine && (
            <PartCard
              machine={machine}
              partId={side.part}
              mark={ranking?.marks[side.part]}
              probe={setup ? probe : undefined}
              onMeasure={type}
              onClose={() => setSide(SUSPECTS)}
            />
          )}
          {side.kind === "probe" && (
            <ProbeCard points={side.points} unit={setup?.unit ?? "ohm"} lines={probe} onMeasure={type} onClose={() => setSide(SUSPECTS)} />
          )}
        </aside>
      </main>
      <footer className={styles.foot}>
        {context && <ReadingLine context={context} value={line} onChange={setLine} onEnter={onEnter} input={input} />}
      </footer>
      {proving && (
        <ProofForm
          onProof={(body) => {
            setProving(false);
            enter([{ kind: "proof", body }]);
          }}
          onCancel={() => setProving(false)}
        />
      )}
    </div>
  );
}

/** What the chosen part or points would read now. */
function setupOf(machine: Machine, side: Side, live: boolean): ReadingSetup | undefined {
  if (side.kind === "probe" && side.points.length === 2) {
    const run = Object.fromEntries(machine.controls.filter((c) => !c.momentary).map((c) => [c.id, c.run]));
    return {
      between: side.points as [string, string],
      unit: live ? "volt" : "ohm",
      wiresOff: [],
      controls: live ? run : restControls(machine),
    };
  }
  if (side.kind !== "part") return undefined;
  const part = machine.parts.find((p) => p.id === side.part);
  const terminals = part && windings(part)[0]?.terminals;
  if (!part || !terminals) return undefined;
  return {
    between: [`${part.id}.${terminals[0]}`, `${part.id}.${terminals[1]}`],
    unit: "ohm",
    wiresOff: [part.id],
    controls: closedControls(machine, part),
  };
}

/** Words that the reading line takes back for this test. */
function phraseFor(machine: Machine, test: Extract<TestAction, { kind: "reading" }>): string {
  const { between } = test.setup;
  const part = machine.parts.find((p) => p.id === test.part);
  if (!part) return between.map((p) => p.toLowerCase()).join(" ");
  if (between[1] === machine.cabinet) return `${part.label.toLowerCase()} cab`;
  if (part.kind === "motor") return between[1].endsWith(".3") ? "start winding" : "main winding";
  return part.label.toLowerCase();
}

function ChooseMachine({ machines, onChoose }: { readonly machines: readonly Machine[]; readonly onChoose: (id: string) => void }) {
  return (
    <section className={styles.choose}>
      <h2>Which machine is it?</h2>
      <p>Look at the plate, often round the door opening.</p>
      <ul>
        {machines.map((m) => (
          <li key={m.id}>
            <Button onClick={() => onChoose(m.id)}>
              {m.maker} {m.model}: {m.family}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
