import { minutesSay } from "../../../core/model/naming/text";
import type { OtherTest } from "../../../core/reason/planning/proposal";
import { testTitle } from "../../../core/speech/words/card/proposals";
import styles from "../../../ui/NextCard.module.css";
import { Press } from "../../../ui/Press";
import { useMachine } from "../../store/context";

interface Props {
  readonly tests: readonly OtherTest[];
  readonly onPick: (test: OtherTest) => void;
}

/** Tests that were considered besides, with what they cost and save. */
export function OtherTests({ tests, onPick }: Props) {
  const machine = useMachine();
  return (
    <ul className={styles.others}>
      {tests.map((o) => (
        <li key={o.test.id}>
          <Press onClick={() => onPick(o)}>
            <span>{testTitle(machine, o.test)}</span>
            <b>
              {minutesSay(o.minutes)}, saves {minutesSay(Math.max(0, o.saves))}
            </b>
          </Press>
        </li>
      ))}
    </ul>
  );
}
