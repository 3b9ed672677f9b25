import { useMemo, useState } from "react";
import { visitMinutes } from "../../../core/reason/deciding/visit-minutes";
import { type WayToRepair, waysToRepair } from "../../../core/reason/deciding/ways-to-repair";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import { stampOfLine } from "../../../core/record/job/fold";
import { useJob, useMachine } from "../../store/context";
import { pageClock } from "../../store/page-clock";
import { useOwnTimes } from "../hands/use-own-times";
import { useStock } from "../stock/use-stock";

const NONE: readonly RankedSuspect[] = [];

/** The ways of putting this machine right, with what each costs now: the visit's own clock, the technician's own minutes, the catalogue. */
export function useWays(): readonly WayToRepair[] {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const suspects = useJob((s) => s.diagnosis.standing?.suspects ?? NONE);
  const stock = useStock();
  const ownTimes = useOwnTimes();
  const [openedAt] = useState(() => pageClock.now().toISOString());
  return useMemo(() => {
    const times = job.record.map((l) => stampOfLine(l).at);
    const spent = visitMinutes(job.closed ? times : [...times, openedAt]);
    return waysToRepair({ machine, job, suspects, items: stock.items, terms: stock.terms, spent, ownTimes });
  }, [machine, job, suspects, stock, ownTimes, openedAt]);
}
