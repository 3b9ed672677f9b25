import { useEffect, useState } from "react";
import type { PlugStep } from "../../../core/model/access/plug/check";
import type { Machine } from "../../../core/model/machine/format";
import { plugOwed } from "../../../core/record/job/closing/plug-owed";
import { areWiresOn } from "../../../core/record/job/hands/came-off";
import { type PlugReadingTaken, readAt } from "../../../core/record/job/hands/plug-read";
import type { PlugAnswer } from "../../../workers/tasks/plug";
import { calculate } from "../../store/calculator";
import { useJob, useMachine } from "../../store/context";

/** The plug check as it stands: what is proposed, what was read of it, what it says. */
export interface Plug extends PlugAnswer {
  readonly reads: readonly PlugReadingTaken[];
  /** Readings that are asked for, with what was read; those that only name a mistake come where one shows. */
  readonly rows: readonly { readonly step: PlugStep; readonly read: PlugReadingTaken | undefined }[];
  /** Those still to be taken. */
  readonly left: readonly PlugStep[];
  /** True while the newest reading is being worked out. */
  readonly behind: boolean;
}

interface PlugQuestion {
  readonly machine: Machine;
  readonly touched: readonly string[];
  readonly reads: readonly PlugReadingTaken[];
}

const NONE: readonly string[] = [];

/** Holds what was asked last, so that the bench and the card wait for one answer. */
let asked: { readonly machine: Machine; readonly key: string; readonly answer: Promise<PlugAnswer> } | undefined;

function ask(question: PlugQuestion): Promise<PlugAnswer> {
  const key = keyOf(question);
  if (asked?.machine === question.machine && asked.key === key) return asked.answer;
  const { machine, touched, reads } = question;
  asked = { machine, key, answer: calculate("checkAtPlug", machine, touched, reads) };
  return asked.answer;
}

/** The same wires and readings, whichever list they come in. */
const keyOf = ({ touched, reads }: Pick<PlugQuestion, "touched" | "reads">): string => JSON.stringify([touched, reads]);

/** The readings for these wires are being worked out. */
export const WORKING = "working";

/** Why it can't be worked out. */
interface PlugTrouble {
  readonly trouble: string;
}

interface Answered extends PlugQuestion {
  readonly is: PlugAnswer | PlugTrouble;
}

/** The check for the wires that were touched, never that of other wires; `undefined` while none was touched. */
export function usePlug(): Plug | PlugTrouble | typeof WORKING | undefined {
  const machine = useMachine();
  // Nothing is worked out where it is neither looked at nor next.
  const wanted = useJob((s) => s.view.bench === "close" || s.diagnosis.proposal?.step.kind === "plug-check");
  const touched = useJob((s) => (wanted ? s.job.touched : NONE));
  const reads = useJob((s) => s.job.plugReads);
  const [answered, setAnswered] = useState<Answered | undefined>();
  useEffect(() => {
    let gone = false;
    if (touched.length === 0) return undefined;
    const take = (is: Answered["is"]) => {
      if (!gone) setAnswered({ machine, touched, reads, is });
    };
    ask({ machine, touched, reads }).then(take, (error: Error) =>
      take({ trouble: `Can't calculate the plug check here: ${error.message}.` }),
    );
    return () => {
      gone = true;
    };
  }, [machine, touched, reads]);
  if (touched.length === 0) return undefined;
  if (answered?.machine !== machine || keyOf({ ...answered, reads: [] }) !== keyOf({ touched, reads: [] })) return WORKING;
  return "trouble" in answered.is ? answered.is : standing(answered.is, reads, keyOf(answered) !== keyOf({ touched, reads }));
}

/** While all is as it should be, only what tells right from wrong; once something is not, what names it too. */
function standing({ check, verdict }: PlugAnswer, reads: readonly PlugReadingTaken[], behind: boolean): Plug {
  const amiss = reads.length > 0 && verdict.verdict !== "right" && verdict.right < AMISS;
  const rows = check.steps.flatMap((step) => {
    const read = readAt(reads, step);
    return step.names && !read && !amiss ? [] : [{ step, read }];
  });
  return { check, verdict, reads, rows, left: rows.flatMap(({ step, read }) => (read ? [] : [step])), behind };
}

const AMISS = 0.5;

/** The check, where it is owed and can be made: all wires are on and the machine is dead. */
export function usePlugNext(): Plug | typeof WORKING | undefined {
  const plug = usePlug();
  const ready = useJob(({ job }) => !job.closed && job.safety.power === "dead" && plugOwed(job) !== undefined && areWiresOn(job.cameOff));
  if (!ready || !plug) return undefined;
  if (plug === WORKING) return WORKING;
  if ("trouble" in plug) return undefined;
  // The readings that tell right from wrong are taken in their order, whatever the last one says.
  return plug.behind && plug.left[0]?.names !== false ? WORKING : plug;
}
