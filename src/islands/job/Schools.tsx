import type { Draft, School } from "../../core/job/entry";
import { minutesSay } from "../../core/planning/propose";
import type { OtherSchool } from "../../core/planning/schools";
import { Button } from "../../ui/Button";
import styles from "./Schools.module.css";

interface Props {
  readonly schools: readonly OtherSchool[] | undefined;
  readonly school: School;
  readonly liveTests: boolean;
  readonly onDrafts: (drafts: readonly Draft[]) => void;
}

/** Which way of working this job follows, and what the others would do now: differences first. */
export function Schools({ schools, school, liveTests, onDrafts }: Props) {
  const others = (schools ?? []).toSorted((a, b) => Number(a.same) - Number(b.same));
  const differ = others.filter((o) => !o.same).length;
  return (
    <details className={styles.schools}>
      <summary>
        <span>{holds(school, liveTests)}</span>
        <b>{schools === undefined ? "…" : differ === 0 ? "others agree" : `${differ} would differ`}</b>
      </summary>
      <ul>
        {others.map((o) => (
          <li key={o.name}>
            <p>
              <b>{o.name}</b> {o.same ? "would do the same now." : `would now: ${lower(o.title)}, ${minutesSay(o.minutes)}.`}
            </p>
            <Button onClick={() => onDrafts([{ kind: "setting", body: o.setting }])}>Work so</Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** “Dead tests · cheapest first · single parts”. */
function holds(school: School, liveTests: boolean): string {
  const first = { look: "look first", meter: "meter first", either: "cheapest first" }[school.first];
  const coil = school.coldCoil === "trust" ? " · cold coils trusted" : "";
  return `${liveTests ? "Live tests" : "Dead tests"} · ${first} · ${school.parts === "set" ? "sets" : "single parts"}${coil}`;
}

const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
