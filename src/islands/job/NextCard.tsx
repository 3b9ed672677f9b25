import { useState } from "react";
import type { Draft, School, Sighting } from "../../core/job/entry";
import { answersOf, LOOKS } from "../../core/job/sights";
import type { Machine } from "../../core/machine/schema";
import { minutesSay, type Proposal } from "../../core/planning/propose";
import type { OtherSchool } from "../../core/planning/schools";
import type { TestAction } from "../../core/planning/tests";
import { Button } from "../../ui/Button";
import styles from "./NextCard.module.css";
import { Schools } from "./Schools";

interface Props {
  readonly machine: Machine;
  readonly proposal: Proposal | null | undefined;
  readonly schools: readonly OtherSchool[] | undefined;
  readonly school: School;
  readonly liveTests: boolean;
  readonly working: boolean;
  readonly panelsOff: readonly string[];
  readonly onDrafts: (drafts: readonly Draft[]) => void;
  readonly onMeasure: (test: Exclude<TestAction, { kind: "sighting" }>) => void;
  readonly onExamine: (text: string) => void;
  readonly onProve: () => void;
}

/** The one thing to do now: what, where, what to expect, what it costs and why. */
export function NextCard({
  machine,
  proposal,
  schools,
  school,
  liveTests,
  working,
  panelsOff,
  onDrafts,
  onMeasure,
  onExamine,
  onProve,
}: Props) {
  const [listing, setListing] = useState(false);
  const [picked, setPicked] = useState<TestAction | undefined>();
  const [forStep, setForStep] = useState(proposal);
  if (forStep !== proposal) {
    setForStep(proposal);
    setPicked(undefined);
    setListing(false);
  }
  if (!proposal) {
    return (
      <section className={styles.card} aria-label="Next">
        <p className={styles.kicker}>Next</p>
        <h2>{proposal === null ? "Nothing left to do" : "Working it out…"}</h2>
      </section>
    );
  }
  const step = picked ? ({ kind: "test", test: picked } as const) : proposal.step;
  return (
    <section className={styles.card} aria-label="Next" aria-busy={working} data-working={working}>
      <p className={styles.kicker}>
        <span>Next</span>
        <span>
          {minutesSay(picked ? picked.minutes : proposal.minutes)}
          {!picked && panelsOff.length > 0 && ` · ${panelsOff.join(", ")} off`}
        </span>
      </p>
      <h2>{picked ? picked.title : proposal.title}</h2>
      <p>{picked ? picked.how : proposal.detail}</p>
      {!picked && proposal.prepares && (
        <p className={styles.then}>
          Then: <b>{proposal.prepares}</b>
        </p>
      )}
      {!picked && proposal.caution && <p className={styles.caution}>⚠ {proposal.caution}</p>}
      {!picked && proposal.expects.length > 0 && (
        <dl className={styles.expects}>
          {proposal.expects.map((e) => (
            <div key={e.label}>
              <dt>
                {e.label}
                {e.healthy && <small> as it should</small>}
              </dt>
              <dd>{e.meaning}</dd>
            </div>
          ))}
        </dl>
      )}
      <div className={styles.buttons}>
        <StepButtons step={step} machine={machine} onDrafts={onDrafts} onMeasure={onMeasure} onExamine={onExamine} onProve={onProve} />
        {proposal.others.length > 0 && (
          <Button aria-expanded={listing} onClick={() => setListing(!listing)}>
            Other
          </Button>
        )}
      </div>
      {listing && (
        <ul className={styles.others}>
          {proposal.others.map((o) => (
            <li key={o.test.id}>
              <button
                type="button"
                onClick={() => {
                  setPicked(o.test);
                  setListing(false);
                }}
              >
                <span>{o.title}</span>
                <b>
                  {minutesSay(o.minutes)}, saves {minutesSay(Math.max(0, o.saves))}
                </b>
              </button>
            </li>
          ))}
        </ul>
      )}
      {!picked && <p className={styles.why}>{proposal.why}</p>}
      <Schools schools={schools} school={school} liveTests={liveTests} onDrafts={onDrafts} />
    </section>
  );
}

type StepProps = { readonly step: Proposal["step"] } & Pick<Props, "machine" | "onDrafts" | "onMeasure" | "onExamine" | "onProve">;

function StepButtons({ step, machine, onDrafts, onMeasure, onExamine, onProve }: StepProps) {
  const record = (label: string, draft: Draft) => (
    <Button look="main" onClick={() => onDrafts([draft])}>
      {label}
    </Button>
  );
  switch (step.kind) {
    case "make-safe":
      return record("Cord out, proved dead", { kind: "made-safe", body: { how: "cord", proved: true } });
    case "discharge":
      return record("It is discharged", { kind: "discharged", body: { part: step.part } });
    case "energise":
      return record("Power is on", { kind: "energised", body: {} });
    case "panel":
      return record(step.state === "off" ? "It is off" : "It is back on", {
        kind: "panel",
        body: { panel: step.panel, state: step.state },
      });
    case "fit":
      return record(step.replaces ? "It is fitted" : "It is done", {
        kind: "fitted",
        body: { unit: step.unit, action: step.replaces ? "replaced" : "put-right" },
      });
    case "prove":
      return (
        <Button look="main" onClick={onProve}>
          Record the run
        </Button>
      );
    case "close":
      return record("Close the job", { kind: "closed", body: {} });
    case "examine":
      return (
        <Button look="main" onClick={() => onExamine(/“([^”]+)”/.exec(step.blocker.todo)?.[1] ?? "")}>
          Enter it
        </Button>
      );
    case "test":
      return <TestButtons test={step.test} machine={machine} onDrafts={onDrafts} onMeasure={onMeasure} />;
  }
}

type TestProps = { readonly test: TestAction } & Pick<Props, "machine" | "onDrafts" | "onMeasure">;

function TestButtons({ test, machine, onDrafts, onMeasure }: TestProps) {
  if (test.kind !== "sighting") {
    return (
      <Button look="main" onClick={() => onMeasure(test)}>
        Take reading
      </Button>
    );
  }
  const answers =
    test.sight === LOOKS
      ? [
          { value: "good", says: "Good" },
          { value: "bad", says: "Bad" },
        ]
      : answersOf(machine, test.sight);
  const answer = (value: string): Draft => ({
    kind: "sighting",
    body: { sight: test.sight as Sighting["sight"], value, ...(test.part !== undefined && { part: test.part }) },
  });
  return [...answers, { value: "unknown", says: "Can't tell" }].map((a) => (
    <Button key={a.value} look={a.value === "unknown" ? "quiet" : "plain"} onClick={() => onDrafts([answer(a.value)])}>
      {a.says.charAt(0).toUpperCase() + a.says.slice(1)}
    </Button>
  ));
}
