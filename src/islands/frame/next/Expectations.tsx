import type { Proposal } from "../../../core/reason/planning/proposal";
import { expectationSays } from "../../../core/speech/words/card/proposals";
import styles from "../../../ui/NextCard.module.css";
import { useMachine } from "../../store/context";

/** Shows what may come out of the test, and what each outcome would mean. */
export function Expectations({ proposal: { step, prepares, expects } }: { readonly proposal: Proposal }) {
  const machine = useMachine();
  const test = step.kind === "test" ? step.test : prepares?.for === "test" ? prepares.test : undefined;
  if (!test || expects.length === 0) return null;
  return (
    <dl className={styles.expects}>
      {expects.map((expected) => {
        const { label, meaning } = expectationSays(machine, test, expected);
        return (
          <div key={label}>
            <dt>
              {label}
              {expected.healthy && <small> normal reading</small>}
            </dt>
            <dd>{meaning}</dd>
          </div>
        );
      })}
    </dl>
  );
}
