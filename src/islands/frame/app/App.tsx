import { lazy, Suspense, useEffect, useState } from "react";
import { isStage, type Stage } from "../../../core/record/job/stages";
import type { Envelope } from "../../../core/record/journal/envelope";
import { Missing } from "../../../ui/Missing";
import { replica } from "../../replica/replica";
import { offerOf } from "../new-job/offer";
import styles from "./App.module.css";
import { type Place, placeOf } from "./place";

const StockPage = lazy(async () => ({ default: (await import("../../panes/stock/StockPage")).StockPage }));
const Calculators = lazy(async () => ({ default: (await import("../calculators/Calculators")).Calculators }));
const JobList = lazy(async () => ({ default: (await import("../jobs/JobList")).JobList }));
const NewJob = lazy(async () => ({ default: (await import("../new-job/NewJob")).NewJob }));
const Settings = lazy(async () => ({ default: (await import("../settings/Settings")).Settings }));
const JobView = lazy(async () => ({ default: (await import("../shell/JobView")).JobView }));

/** Every page of the application from what this browser holds: shown when the server does not answer, or does not know the job yet. */
export function App() {
  return (
    <Suspense>
      <At place={placeOf(location)} />
    </Suspense>
  );
}

function At({ place }: { readonly place: Place }) {
  switch (place.at) {
    case "list":
      return <JobList query={place.query} />;
    case "new":
      return <NewJobHere />;
    case "settings":
      return <Settings />;
    case "calculators":
      return <Calculators />;
    case "stock":
      return <StockPage />;
    case "job":
      return <JobHere id={place.id} bench={place.bench} />;
    case "nowhere":
      return <Missing what={`No page ${place.path} on this device`} />;
  }
}

function NewJobHere() {
  const [machines, setMachines] = useState(() => replica().machines.all());
  useEffect(() => {
    const look = () => setMachines(replica().machines.all());
    void replica().machines.load().then(look);
    return replica().machines.subscribe(look);
  }, []);
  return <NewJob machines={machines.map(offerOf)} />;
}

interface Here {
  readonly entries: readonly Envelope[];
  readonly number?: number | undefined;
  readonly stage: Stage;
}

/** Says how soon a job that is not here is looked for again. */
const AGAIN_MS = 2000;

function JobHere({ id, bench }: { readonly id: string; readonly bench: string }) {
  const [here, setHere] = useState<Here | "none" | undefined>();
  useEffect(() => {
    let again: ReturnType<typeof setTimeout> | undefined;
    let isGone = false;
    const look = async () => {
      const { entries, row, job } = await replica().jobHere(id);
      if (isGone) return;
      if (entries[0]?.kind !== "opened") {
        // It may be on its way: the copy may just have been begun anew.
        again = setTimeout(() => void look(), AGAIN_MS);
        return setHere("none");
      }
      const { stage } = job;
      const address = `/jobs/${id}/${isStage(bench) ? bench : stage}`;
      if (location.pathname !== address) history.replaceState(null, "", address);
      setHere({ entries, number: row?.number, stage });
    };
    void look();
    return () => {
      isGone = true;
      clearTimeout(again);
    };
  }, [id, bench]);
  if (here === undefined) return <p className={styles.wait}>Looking on this device…</p>;
  if (here === "none") return <Missing what={`No job ${id.slice(0, 60)} on this device`} />;
  return (
    <JobView
      id={id}
      bench={isStage(bench) ? bench : here.stage}
      begin={{ entries: here.entries, number: here.number }}
      machines={replica().machines.all()}
    />
  );
}
