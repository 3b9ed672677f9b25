import { useState } from "react";
import { TOLD_LIST } from "../../../core/job/fold";
import { handStep } from "../../../core/language/hand-over";
import { Button } from "../../../ui/Button";
import card from "../../job/next/NextCard.module.css";
import { useDispatch, useJob } from "../../job/store/context";
import { useReport } from "../../report/use-report";
import { ConclusionForm } from "./ConclusionForm";
import { SignHere } from "./SignHere";

/** What is left once the job is closed: say what it was, tell each thing, have it signed. */
export function HandNext() {
  const dispatch = useDispatch();
  const job = useJob((s) => s.job);
  const { report } = useReport();
  const [open, setOpen] = useState(false);
  const step = handStep(report, job);
  const customer = job.opened?.customer ?? "";
  return (
    <section className={card.card} aria-label="Next" data-working="false">
      <p className={card.kicker}>
        <span>Next</span>
        {step.is === "say" && <span>{step.left} left to say</span>}
      </p>
      {step.is === "conclude" && (
        <>
          <h2>Say what it was</h2>
          <p>Proposed from the record: correct it, then keep it. The customer’s page says it so.</p>
          {open ? (
            <ConclusionForm onDone={() => setOpen(false)} main />
          ) : (
            <div className={card.buttons}>
              <Button look="main" onClick={() => setOpen(true)}>
                Say what it was
              </Button>
            </div>
          )}
        </>
      )}
      {step.is === "say" && (
        <>
          <h2>Tell {customer || "the customer"}</h2>
          <p>{step.next.says}</p>
          <div className={card.buttons}>
            <Button
              look="main"
              onClick={() =>
                dispatch({
                  do: "record",
                  drafts: [{ kind: "tick", body: { list: TOLD_LIST, item: step.next.id, says: step.next.says, state: "done" } }],
                })
              }
            >
              Said
            </Button>
          </div>
        </>
      )}
      {step.is === "sign" && (
        <>
          <h2>Let {customer || "the customer"} sign</h2>
          <p>{job.reservations ? "Signed, it is handed over with reservations." : "Signed, it is handed over."}</p>
          {open ? (
            <SignHere
              customer={customer}
              onLeave={() => setOpen(false)}
              onSigned={(to, signed) => {
                setOpen(false);
                void dispatch({
                  do: "record",
                  drafts: [{ kind: "handed-over", body: { to, ...(signed && { signed: signed.map((s) => [...s]) }) } }],
                });
              }}
            />
          ) : (
            <div className={card.buttons}>
              <Button look="main" onClick={() => setOpen(true)}>
                Sign
              </Button>
            </div>
          )}
        </>
      )}
      {step.is === "done" && (
        <>
          <h2>Handed over to {job.handedOver?.to}</h2>
          <p>Nothing left to do.</p>
        </>
      )}
    </section>
  );
}
