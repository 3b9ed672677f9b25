import { useMemo, useState } from "react";
import { hasHood, type Machine } from "../../../core/model/machine/format";
import { outletPairs } from "../../../core/reason/diagnosis/supply-cases";
import { type TestAction, testsOf } from "../../../core/reason/planning/tests/tests";
import { testSays } from "../../../core/speech/words/card/tests";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import tabs from "../../../ui/Tabs.module.css";
import { QuestionRow } from "../../panes/questions/QuestionRow";
import { SheetPane } from "../../panes/sheet/SheetPane";
import { useJob, useMachine } from "../../store/context";
import { Airway } from "./Airway";
import { DuctPane } from "./DuctPane";
import { Loaded } from "./Loaded";
import { OutletRow } from "./OutletRow";
import { SupplyCases } from "./SupplyCases";

/** Shows what comes in and what goes out: the outlet, the air at the hood, its temperature and pressure; the sheet under it. */
export function AirBench() {
  const machine = useMachine();
  const live = useJob((s) => s.job.safety.liveTests);
  const pairs = useMemo(() => outletPairs(machine), [machine]);
  const tests = useMemo(() => testsOf(machine).filter(isOfSupplyOrAir(machine)), [machine]);
  const [pane, setPane] = useState<"looks" | "duct">("looks");
  const panes = hasHood(machine) && (
    <nav className={tabs.panes} aria-label="Supply and air">
      <Button aria-pressed={pane === "looks"} onClick={() => setPane("looks")}>
        Look and measure
      </Button>
      <Button aria-pressed={pane === "duct"} onClick={() => setPane("duct")}>
        Duct and flow
      </Button>
    </nav>
  );
  if (pane === "duct")
    return (
      <>
        {panes}
        <DuctPane />
      </>
    );
  return (
    <>
      {panes}
      <ul className={`${styles.rows} ${styles.dense}`} aria-label="Supply and air">
        {live && pairs.map((pair) => <OutletRow key={pair.says} pair={pair} />)}
        {tests.map(({ id, question }) => (
          <QuestionRow key={id} name={testSays(machine, question).title} question={question} inWords />
        ))}
      </ul>
      <Airway />
      <Loaded />
      <SupplyCases />
      {!live && <p className={styles.quiet}>Outlet tests are live, and live tests are off. Type “allow live tests” to turn them on.</p>}
      <div className={styles.split}>
        <SheetPane />
      </div>
    </>
  );
}

const isOfSupplyOrAir =
  (machine: Machine) =>
  ({ question }: TestAction): boolean => {
    switch (question.kind) {
      case "temperature":
      case "pressure":
        return true;
      case "sight":
        return question.place.sight === "airflow";
      case "look":
        return ["duct", "supply", "gas-supply"].includes(kindAt(machine, question.place.part));
      default:
        return false;
    }
  };

const kindAt = (machine: Machine, part: string): string => machine.parts.find((p) => p.id === part)?.kind ?? "";
