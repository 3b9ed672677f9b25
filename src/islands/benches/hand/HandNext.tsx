import { type ReactNode, useState } from "react";
import { TOLD_LIST } from "../../../core/record/job/kinds/hands/tick";
import type { Signature } from "../../../core/record/job/state";
import { handStep, type ToSay } from "../../../core/speech/words/report/hand-over";
import { Button } from "../../../ui/Button";
import card from "../../../ui/NextCard.module.css";
import { useReport } from "../../panes/report/use-report";
import { useDispatch, useJob } from "../../store/context";
import { ConclusionForm } from "./ConclusionForm";
import { SignHere } from "./SignHere";

/** Shows what is left once the job is closed: say what it was, tell each thing, have it signed. */
export function HandNext({ children }: { readonly children: ReactNode }) {
  return useJob((s) => s.job.closed) ? <Left /> : children;
}

function Left() {
  const job = useJob((s) => s.job);
  const { report } = useReport();
  const step = handStep(report, job);
  return (
    <section className={card.card} aria-label="Next" data-working="false">
      <p className={card.kicker}>
        <span>Next</span>
        {step.is === "say" && <span>{step.left} left to tell</span>}
      </p>
      {step.is === "conclude" && <Conclude />}
      {step.is === "say" && <Tell next={step.next} />}
      {step.is === "sign" && <Sign />}
      {step.is === "done" && (
        <>
          <h2>Handed over to {job.handedOver?.to}</h2>
          <p>Nothing left to do.</p>
        </>
      )}
    </section>
  );
}

function Conclude() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <h2>State the cause…</h2>
      <p>Drafted from the record. Edit it, then save. The customer's page shows it.</p>
      {open ? <ConclusionForm onDone={() => setOpen(false)} main /> : <Act says="State the cause…" onDo={() => setOpen(true)} />}
    </>
  );
}

function Tell({ next: { id: item, says } }: { readonly next: ToSay }) {
  const dispatch = useDispatch();
  const customer = useCustomer();
  const tick = { kind: "tick" as const, body: { list: TOLD_LIST, item, says, state: "done" as const } };
  return (
    <>
      <h2>Tell {customer || "the customer"}</h2>
      <p>{says}</p>
      <Act says="Mark told" onDo={() => dispatch({ do: "record", drafts: [tick] })} />
    </>
  );
}

function Sign() {
  const dispatch = useDispatch();
  const customer = useCustomer();
  const reserved = useJob((s) => s.job.reservations !== undefined);
  const [open, setOpen] = useState(false);
  const sign = (to: string, signed: Signature | undefined) => {
    setOpen(false);
    const body = { to, ...(signed && { signed: signed.map((stroke) => [...stroke]) }) };
    void dispatch({ do: "record", drafts: [{ kind: "handed-over", body }] });
  };
  return (
    <>
      <h2>Let {customer || "the customer"} sign</h2>
      <p>{reserved ? "Signing accepts the exceptions listed." : "The signature finishes the handover."}</p>
      {open ? (
        <SignHere customer={customer} onLeave={() => setOpen(false)} onSigned={sign} />
      ) : (
        <Act says="Sign" onDo={() => setOpen(true)} />
      )}
    </>
  );
}

const useCustomer = (): string => useJob((s) => s.job.opened?.customer ?? "");

const Act = ({ says, onDo }: { readonly says: string; readonly onDo: () => void }) => (
  <div className={card.buttons}>
    <Button look="main" onClick={onDo}>
      {says}
    </Button>
  </div>
);
