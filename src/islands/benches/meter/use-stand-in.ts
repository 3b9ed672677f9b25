import { useEffect, useMemo, useRef, useState } from "react";
import { seedOf } from "../../../core/practice/seed-of";
import { draftInCircumstances } from "../../../core/record/job/circumstances";
import { refusalOf } from "../../../core/record/job/fold";
import type { Draft } from "../../../core/record/job/kinds/index";
import { refusalSays } from "../../../core/speech/words/card/refusals";
import { draftOf, type Subject } from "../../panes/reading/subject";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { type Streaming, useStream } from "./use-stream";

/** Holds what stands behind the simulated meter: a fault of its own, or none. */
export type Behind = "drawn" | "healthy";

export interface StandIn extends Streaming {
  readonly on: boolean;
  readonly behind: Behind;
  /** It keeps a reading by itself once it stands. */
  readonly keepsAlone: boolean;
  readonly zeroing: boolean;
  /** Why what it shows can't be kept now. */
  readonly refused: string | undefined;
  readonly turn: (on: boolean) => void;
  readonly put: (behind: Behind) => void;
  readonly keepAlone: (alone: boolean) => void;
  readonly zero: () => void;
  /** Keeps what it shows. */
  readonly keep: () => void;
}

/** s for which it must have stood before it is kept by itself. */
const KEPT_AFTER_S = 2;

/** The simulated meter on what is to be read, at a place at a time. */
export function useStandIn(subject: Subject | undefined): StandIn {
  const [on, turn] = useState(false);
  const [behind, put] = useState<Behind>("drawn");
  const [keepsAlone, keepAlone] = useState(false);
  const [zeroing, setZeroing] = useState(false);
  const address = useAddress(on, behind, zeroing ? "leads" : subject?.question);
  const streaming = useStream(address);
  const keeping = useKeeping(subject, streaming, zeroing);
  const kept = useRef<string | undefined>(undefined);
  const { steady } = streaming.hold;
  const { keep } = keeping;
  // Only where somebody put the leads: what the card asks for next is not read by itself.
  const isPut = subject?.from === "chosen" && !zeroing;
  useEffect(() => {
    if (!keepsAlone || !isPut || keeping.refused !== undefined || steady < KEPT_AFTER_S || kept.current === address) return;
    kept.current = address;
    keep();
  }, [keepsAlone, isPut, keeping.refused, steady, address, keep]);
  return {
    ...streaming,
    ...keeping,
    on,
    behind,
    keepsAlone,
    zeroing,
    turn: (is) => {
      setZeroing(false);
      turn(is);
    },
    put,
    keepAlone,
    zero: () => setZeroing(true),
    keep: () => {
      keep();
      setZeroing(false);
    },
  };
}

/** Where the stream for this place is; the leads are put there anew whenever it changes. */
function useAddress(on: boolean, behind: Behind, tips: Subject["question"] | "leads" | undefined): string | undefined {
  const job = useJob((s) => s.job.id);
  const ref = useJob((s) => s.job.machineRef);
  const fitted = useJob((s) => s.job.fitted);
  const asked = tips === undefined ? undefined : JSON.stringify(tips);
  return useMemo(() => {
    if (!on || asked === undefined || !ref) return undefined;
    const query = new URLSearchParams({
      machine: ref.id,
      revision: ref.revision,
      seed: String(seedOf(job)),
      fitted: fitted.map((f) => f.assembly).join(","),
      on: asked === '"leads"' ? "leads" : asked,
      since: String(Date.now()),
      ...(behind === "healthy" && { fault: behind }),
    });
    return `/api/stand-in/meter?${query}`;
  }, [on, behind, asked, ref, job, fitted]);
}

function useKeeping(subject: Subject | undefined, { hold }: Streaming, zeroing: boolean) {
  const dispatch = useDispatch();
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const { held } = hold;
  const draft: Draft | undefined =
    held === undefined ? undefined : zeroing ? { kind: "meter", body: { leadOhms: held } } : subject && draftOf(subject.question, held);
  const refusal = draft && refusalOf(job, draftInCircumstances(draft, job));
  return {
    refused: refusal && refusalSays(machine, refusal),
    keep: () => {
      if (draft && !refusal) void dispatch({ do: "record", drafts: [draft] });
    },
  };
}
