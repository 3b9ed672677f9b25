import { useEffect, useMemo } from "react";
import type { Stage } from "../../../core/job/stages";
import type { Envelope } from "../../../core/journal/envelope";
import type { Machine } from "../../../core/machine/format";
import { findAmong, type MachineRef } from "../../../core/machine/revision";
import { BENCHES } from "../../benches/index";
import { outbox } from "../../journal/outbox";
import { technician } from "../../journal/technician";
import { Hatch } from "../../sheet/Hatch";
import { ReadingLine } from "../line/ReadingLine";
import { NextCard } from "../next/NextCard";
import { Record } from "../record/Record";
import { StoreContext, useJob } from "../store/context";
import { startEngine } from "../store/engine";
import { JobStore } from "../store/job-store";
import { pageClock } from "../store/page-clock";
import { serverEntries } from "../store/server-entries";
import { ContradictionBanner } from "../suspects/ContradictionBanner";
import { ChooseMachine } from "./ChooseMachine";
import { Head } from "./Head";
import styles from "./JobView.module.css";
import { RefusedEntries } from "./RefusedEntries";
import { Stages } from "./Stages";
import { usePageKeys } from "./use-page-keys";

interface Props {
  readonly id: string;
  readonly number: number;
  readonly bench: Stage;
  readonly entries: readonly Envelope[];
  /** The machine in every revision that the entries name; those that ship, when none is named yet. */
  readonly machines: readonly { readonly ref: MachineRef; readonly machine: Machine }[];
}

/** A job: one frame, in which the bench changes; what is next, the line and the state of energy stay where they are. */
export function JobView({ id, number, bench, entries, machines }: Props) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: a page is of one job, and begins with what it came with
  const store = useMemo(
    () =>
      new JobStore(
        id,
        entries,
        findAmong(machines),
        {
          outbox,
          server: serverEntries(id, entries),
          startEngine,
          technician,
          clock: pageClock,
          noted: (what) => performance.mark(`yennic ${what}`),
        },
        bench,
      ),
    [id],
  );
  useEffect(() => store.start(), [store]);
  return (
    <StoreContext value={store}>
      <Frame number={number} machines={machines} />
    </StoreContext>
  );
}

function Frame({ number, machines }: Pick<Props, "number" | "machines">) {
  const hasMachine = useJob((s) => s.job.machine !== undefined);
  const bench = useJob((s) => s.view.bench);
  usePageKeys();
  const { Bench, Quiet } = BENCHES[bench];
  return (
    <div className={styles.page}>
      <Hatch />
      <Head number={number} />
      <Stages />
      <RefusedEntries />
      <main className={styles.main} data-bench={bench}>
        <div className={styles.center}>
          <div className={styles.bench}>{hasMachine ? <Bench /> : <ChooseMachine machines={machines} />}</div>
          <Record />
        </div>
        <aside className={styles.side}>
          <EngineFailure />
          {hasMachine && (
            <>
              <ContradictionBanner />
              <NextCard />
              <Quiet />
            </>
          )}
        </aside>
      </main>
      <footer className={styles.foot}>{hasMachine && <ReadingLine />}</footer>
    </div>
  );
}

function EngineFailure() {
  const failed = useJob((s) => s.diagnosis.failed);
  if (failed === undefined) return null;
  return <p role="alert">The suspects can't be worked out here ({failed}). What you enter is still kept; reload to try again.</p>;
}
