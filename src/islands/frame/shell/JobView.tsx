import { useEffect, useMemo } from "react";
import type { KeptMachine } from "../../../core/model/machine/revision";
import type { FirstAnswer } from "../../../core/reason/planning/propose";
import { type ShownJob, withMachine } from "../../../core/record/job/shown";
import type { Stage } from "../../../core/record/job/stages";
import type { Envelope } from "../../../core/record/journal/envelope";
import type { Stock } from "../../../core/record/stock/stock";
import type { EarlierVisit } from "../../../core/speech/words/report/earlier-visits";
import { ReadingLine } from "../../panes/line/ReadingLine";
import { Hatch } from "../../panes/sheet/Hatch";
import { JobParts } from "../../panes/stock/JobParts";
import { StockOfPage } from "../../panes/stock/use-stock";
import { ContradictionBanner } from "../../panes/suspects/ContradictionBanner";
import { pageMachines } from "../../replica/page-machines";
import { replica } from "../../replica/replica";
import { technician, tellServer } from "../../replica/technician";
import { StoreContext, useJob } from "../../store/context";
import { startEngine } from "../../store/engine";
import { JobStore } from "../../store/job-store";
import { pageClock } from "../../store/page-clock";
import { useBench } from "../benches";
import { NextCard } from "../next/NextCard";
import { Record } from "../record/Record";
import { ChooseMachine } from "./ChooseMachine";
import { GasEmergency } from "./GasEmergency";
import { Head } from "./Head";
import styles from "./JobView.module.css";
import { LeftOpen } from "./LeftOpen";
import { RefusedEntries } from "./RefusedEntries";
import { Stages } from "./Stages";
import { StorageAlert } from "./StorageAlert";
import { usePageKeys } from "./use-page-keys";

interface Props {
  readonly id: string;
  readonly bench: Stage;
  /** Holds what is shown of the job until its entries are here, as a page of the server comes with it; or the entries that are here. */
  readonly begin: {
    readonly number?: number | undefined;
    readonly shown?: ShownJob;
    readonly enough?: boolean;
    readonly entries?: readonly Envelope[];
    /** Holds what the server has worked out of it. */
    readonly first?: FirstAnswer;
    readonly earlier?: readonly EarlierVisit[] | undefined;
    readonly stock?: Stock | undefined;
  };
  /** The machine in every revision that the entries name; those that ship, when none is named yet. */
  readonly machines: readonly KeptMachine[];
}

/** A job: one frame, in which the bench changes; what is next, the line and the state of energy stay where they are. */
export function JobView({ id, bench, begin, machines }: Props) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: a page is of one job, and begins with what it came with
  const store = useMemo(() => {
    const source = pageMachines(machines);
    const { shown, ...rest } = begin;
    const beginning = shown ? { ...rest, shown: withMachine(shown, source.find) } : rest;
    const noted = (what: string) => performance.mark(`yennic ${what}`);
    return new JobStore(id, beginning, { box: replica, machines: source, startEngine, technician, clock: pageClock, noted }, bench);
  }, [id]);
  useEffect(() => store.start(), [store]);
  useEffect(tellServer, []);
  return (
    <StoreContext value={store}>
      <StockOfPage value={begin.stock}>
        <Frame machines={machines} />
      </StockOfPage>
    </StoreContext>
  );
}

function Frame({ machines }: Pick<Props, "machines">) {
  const hasMachine = useJob((s) => s.job.machine !== undefined);
  const bench = useJob((s) => s.view.bench);
  usePageKeys();
  const parts = useBench(bench);
  return (
    <div className={styles.page}>
      <GasEmergency />
      <Hatch />
      <Head />
      <Stages />
      <StorageAlert />
      <RefusedEntries />
      <main className={styles.main} data-bench={bench}>
        <div className={styles.center}>
          <div className={styles.bench}>{hasMachine ? <Middle parts={parts} /> : <ChooseMachine machines={machines} />}</div>
          <Record />
        </div>
        <aside className={styles.side}>
          <EngineFailure />
          {hasMachine && (
            <>
              <LeftOpen />
              <ContradictionBanner />
              <NextCard />
              <JobParts />
              {typeof parts === "object" && <parts.Quiet />}
            </>
          )}
        </aside>
      </main>
      <footer className={styles.foot}>{hasMachine && <ReadingLine />}</footer>
    </div>
  );
}

function Middle({ parts }: { readonly parts: ReturnType<typeof useBench> }) {
  if (parts === "failed") return <p role="alert">Can't load this bench. Your entries are saved. Reload the page.</p>;
  return parts ? <parts.Bench /> : <p role="status">Loading…</p>;
}

function EngineFailure() {
  const failed = useJob((s) => s.diagnosis.failed);
  if (failed === undefined) return null;
  return <p role="alert">Can't calculate the suspects here ({failed}). Your entries are saved. Reload to try again.</p>;
}
