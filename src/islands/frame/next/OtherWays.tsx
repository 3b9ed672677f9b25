import { lower, minutesSay } from "../../../core/model/naming/text";
import type { OtherWay } from "../../../core/reason/planning/other-ways";
import type { Preference } from "../../../core/record/job/preference";
import { changeSays } from "../../../core/speech/words/card/other-ways";
import { aimSays } from "../../../core/speech/words/card/proposals";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import styles from "./OtherWays.module.css";

/** Which way of working this job follows, and what the others would do now: differences first. */
export function OtherWays() {
  const ways = useJob((s) => s.diagnosis.ways);
  const preference = useJob((s) => s.job.preference);
  const liveTests = useJob((s) => s.job.safety.liveTests);
  const others = (ways ?? []).toSorted((a, b) => Number(a.same) - Number(b.same));
  const differ = others.filter((o) => !o.same).length;
  return (
    <details className={styles.ways}>
      <summary>
        <span>{ownWay(preference, liveTests)}</span>
        <b>
          {ways === undefined
            ? "…"
            : differ === 0
              ? "no setting changes this"
              : `${differ} ${differ === 1 ? "setting changes" : "settings change"} this`}
        </b>
      </summary>
      <ul>
        {others.map((way) => (
          <Way key={way.change.field + String(way.change.to)} way={way} />
        ))}
      </ul>
    </details>
  );
}

function Way({ way: { change, aim, minutes, same } }: { readonly way: OtherWay }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  return (
    <li>
      <p>
        <b>{changeSays(change)}</b>{" "}
        {same ? "would do the same now." : `would now: ${lower(aimSays(machine, aim))}, ${minutesSay(minutes)}.`}
      </p>
      <Button onClick={() => dispatch({ do: "record", drafts: [{ kind: "preference", body: { [change.field]: change.to } }] })}>
        Use this
      </Button>
    </li>
  );
}

/** “Dead tests · quickest first · failed part only”. */
function ownWay({ first, parts, coldCoil }: Preference, liveTests: boolean): string {
  const order = { look: "look first", meter: "meter first", either: "quickest first" }[first];
  const coil = coldCoil === "trust" ? " · cold coils trusted" : "";
  return `${liveTests ? "Live tests" : "Dead tests"} · ${order} · ${parts === "set" ? "sets" : "failed part only"}${coil}`;
}
