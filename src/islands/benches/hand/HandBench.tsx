import { useState } from "react";
import { TOLD_LIST } from "../../../core/record/job/kinds/hands/tick";
import { toSay } from "../../../core/speech/words/report/hand-over";
import type { Report } from "../../../core/speech/words/report/report";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { Ways } from "../../panes/deciding/Ways";
import { ReportPage } from "../../panes/print/ReportPage";
import { PdfButtons } from "../../panes/report/PdfButtons";
import { ReportView } from "../../panes/report/ReportView";
import { useReport } from "../../panes/report/use-report";
import { useDispatch, useJob } from "../../store/context";
import { ConclusionForm } from "./ConclusionForm";
import hand from "./Hand.module.css";
import { OutAndIn } from "./OutAndIn";
import { VisitForm } from "./VisitForm";

/** Shows what it costs, what is left to tell, and the customer's page as it will be given. */
export function HandBench() {
  const { report, made } = useReport();
  const closed = useJob((s) => s.job.closed);
  return (
    <>
      <header className={styles.head}>
        <h2>Hand over</h2>
        <p>{closed ? "The job is closed." : "From the record, as the customer sees it."}</p>
      </header>
      <div className={hand.columns}>
        <div className={hand.left}>
          <Ways />
          <ToTell report={report} />
          <Correct />
          <VisitForm />
        </div>
        <div className={hand.page}>
          <div className={hand.files}>
            <PdfButtons report={report} made={made} />
            <ReportPage report={report} />
            <OutAndIn />
          </div>
          <ReportView report={report} />
        </div>
      </div>
    </>
  );
}

/** Each thing that is said, ticked by whoever says it. */
function ToTell({ report }: { readonly report: Report }) {
  const dispatch = useDispatch();
  const job = useJob((s) => s.job);
  const all = toSay(report, job);
  if (all.length === 0 || job.handedOver) return null;
  const left = all.filter((t) => !t.said).length;
  return (
    <section aria-label="Tell the customer, then check it off">
      <h3 className={hand.title}>
        Tell the customer, then check it off <span>{left === 0 ? "all told" : `${left} of ${all.length} left`}</span>
      </h3>
      <ul className={hand.told}>
        {all.map((t) => (
          <li key={`${t.id} ${t.says}`}>
            <label>
              <input
                type="checkbox"
                checked={t.said}
                onChange={() =>
                  dispatch({
                    do: "record",
                    drafts: [{ kind: "tick", body: { list: TOLD_LIST, item: t.id, says: t.says, state: t.said ? "open" : "done" } }],
                  })
                }
              />
              {t.says}
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Shows what it was, told once and corrected as often as it must be. */
function Correct() {
  const [asking, setAsking] = useState(false);
  const fitted = useJob((s) => s.job.fitted.length);
  const told = useJob((s) => s.job.conclusion !== undefined);
  if (fitted === 0) return null;
  if (asking) return <ConclusionForm onDone={() => setAsking(false)} />;
  return (
    <Button look="quiet" onClick={() => setAsking(true)}>
      {told ? "Edit wording…" : "State the cause…"}
    </Button>
  );
}
