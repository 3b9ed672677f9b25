import { useState } from "react";
import { maybePanelOf } from "../../../core/model/machine/format";
import { panelName } from "../../../core/model/naming/names";
import { minutesSay } from "../../../core/model/naming/text";
import type { OtherTest, Proposal, StepKind } from "../../../core/reason/planning/proposal";
import { isProven } from "../../../core/record/job/closing/proven";
import { costSays, proposalSays, testTitle } from "../../../core/speech/words/card/proposals";
import { testSays } from "../../../core/speech/words/card/tests";
import { liveSays } from "../../../core/speech/words/card/warnings";
import { Button } from "../../../ui/Button";
import { Kicker } from "../../../ui/Kicker";
import styles from "../../../ui/NextCard.module.css";
import { PanelWords } from "../../panes/hands/PanelWords";
import { PlugNext } from "../../panes/hands/PlugNext";
import { usePlugNext, WORKING } from "../../panes/hands/use-plug";
import { Working } from "../../panes/questions/Working";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { useBench } from "../benches";
import { Expectations } from "./Expectations";
import { OtherTests } from "./OtherTests";
import { OtherWays } from "./OtherWays";
import { StepButtons } from "./StepButtons";

/** The one thing to do now: what, where, what to expect, what it costs and why; or what the bench itself has to be done next. */
export function NextCard() {
  const proposal = useJob((s) => (s.job.closed ? null : s.diagnosis.proposal));
  const bench = useJob((s) => (s.job.closed ? "hand" : s.view.bench));
  const parts = useBench(bench);
  const card =
    proposal?.step.kind === "plug-check" ? (
      <AtPlug proposal={proposal} />
    ) : proposal ? (
      <Proposed proposal={proposal} />
    ) : proposal === null ? (
      <Done />
    ) : (
      <Working />
    );
  // A bench may have another card than the proposal: none is shown that would be taken away again under a finger.
  if (parts === undefined) return <Working />;
  const Own = parts === "failed" ? undefined : parts.Next;
  return (
    <>
      <LiveWarning />
      {Own ? <Own>{card}</Own> : card}
    </>
  );
}

/** The machine is live and should not be, as it stands. */
function LiveWarning() {
  const says = useJob((s) => (s.job.closed ? undefined : liveSays(s.job)));
  return says === undefined ? null : (
    <p className={styles.live} role="alert">
      ⚠ {says}
    </p>
  );
}

/** The plug check itself; the step alone where it can't be worked out here. */
function AtPlug({ proposal }: { readonly proposal: Proposal }) {
  const plug = usePlugNext();
  return plug === WORKING ? <Working /> : plug ? <PlugNext plug={plug} /> : <Proposed proposal={proposal} />;
}

const Done = () => (
  <section className={styles.card} aria-label="Next" data-working="false">
    <p className={styles.kicker}>Next</p>
    <h2>Nothing left to do</h2>
  </section>
);

/** Steps of looking on after a repair: whoever finds that it runs need not go on. */
const ON_THE_WAY: readonly StepKind[] = ["test", "fit", "doubt", "panel", "make-safe", "discharge"];

function Proposed({ proposal }: { readonly proposal: Proposal }) {
  const working = useJob((s) => s.diagnosis.working);
  const mayBeFixed = useJob((s) => s.job.fitted.length > 0 && !isProven(s.job) && s.view.bench !== "prove");
  const dispatch = useDispatch();
  const [listing, setListing] = useState(false);
  const [picked, setPicked] = useState<OtherTest | undefined>();
  const [shown, setShown] = useState(proposal);
  if (shown !== proposal) {
    setShown(proposal);
    setPicked(undefined);
    setListing(false);
  }
  const pick = (test: OtherTest) => {
    setPicked(test);
    setListing(false);
  };
  return (
    <section className={styles.card} aria-label="Next" aria-busy={working} data-working={working}>
      {picked ? <PickedTest picked={picked} /> : <ProposedStep proposal={proposal} />}
      <div className={styles.buttons}>
        <StepButtons step={picked ? { kind: "test", test: picked.test, again: false } : proposal.step} />
        {mayBeFixed && ON_THE_WAY.includes(proposal.step.kind) && (
          <Button look="quiet" onClick={() => dispatch({ do: "go", bench: "prove" })}>
            It runs now: do the test run
          </Button>
        )}
        {proposal.others.length > 0 && (
          <Button aria-expanded={listing} onClick={() => setListing(!listing)}>
            Other
          </Button>
        )}
      </div>
      {listing && <OtherTests tests={proposal.others} onPick={pick} />}
      {!picked && <Why proposal={proposal} />}
      <OtherWays />
    </section>
  );
}

function ProposedStep({ proposal }: { readonly proposal: Proposal }) {
  const machine = useMachine();
  const panelsOff = useJob((s) => s.job.panelsOff);
  const { title, detail, prepares, caution } = proposalSays(machine, proposal);
  const off = panelsOff.map((p) => panelName(machine, p)).join(", ");
  return (
    <>
      <Kicker>{`${costSays(proposal)}${off && ` · ${off} off now`}`}</Kicker>
      <h2>{title}</h2>
      {proposal.step.kind === "panel" && maybePanelOf(machine, proposal.step.panel)?.how.length ? (
        <PanelWords panel={proposal.step.panel} state={proposal.step.state} />
      ) : (
        <p>{detail}</p>
      )}
      {prepares !== undefined && (
        <p className={styles.then}>
          {proposal.prepares?.for === "fit" ? "After that" : "Then"}: <b>{prepares}</b>
        </p>
      )}
      {caution !== undefined && <p className={styles.caution}>⚠ {caution}</p>}
      <Expectations proposal={proposal} />
    </>
  );
}

function PickedTest({ picked: { test, minutes } }: { readonly picked: OtherTest }) {
  const machine = useMachine();
  return (
    <>
      <Kicker>{minutesSay(minutes)}</Kicker>
      <h2>{testTitle(machine, test)}</h2>
      <p>{testSays(machine, test.question).how}</p>
    </>
  );
}

function Why({ proposal }: { readonly proposal: Proposal }) {
  const machine = useMachine();
  const { why, more } = proposalSays(machine, proposal);
  if (more === undefined) return <p className={styles.why}>{why}</p>;
  return (
    <details className={styles.why}>
      <summary>{why}</summary>
      <p>{more}</p>
    </details>
  );
}
