import type { ApexOptions } from "apexcharts";
import { useId, useMemo, useState } from "react";
import type { Machine } from "../../../../core/model/machine/format";
import { clockSays } from "../../../../core/model/naming/text";
import { UNIT_SYMBOL, UNITS, type Unit } from "../../../../core/model/quantity/quantity";
import { logSays } from "../../../../core/speech/words/bench/logs";
import bench from "../../../../ui/Bench.module.css";
import { Button } from "../../../../ui/Button";
import { Chart } from "../../../../ui/chart/Chart";
import type { LogAnswer } from "../../../../workers/tasks/logs";
import { replica } from "../../../replica/replica";
import { useDispatch, useJob, useMachine } from "../../../store/context";
import { CycleOf } from "./CycleOf";
import styles from "./Log.module.css";
import type { ReadFile } from "./read-file";
import { roundTicks } from "./round-ticks";

interface Props {
  readonly file: ReadFile;
  readonly onKept: () => void;
}

/** A file that was read: what it comes to, its curve, every line that was skipped with why; to be kept as a log of something. */
export function ReadLog({ file: { name, bytes, answer }, onKept }: Props) {
  if (!answer.ok)
    return (
      <p role="alert" className={bench.caution}>
        {name} {answer.why}.
      </p>
    );
  return (
    <article className={styles.log} aria-label={name}>
      <h3>{name}</h3>
      <p>{logSays(answer.summary, answer.unit)}</p>
      {answer.unit === "celsius" ? <CycleOf bytes={bytes} outline={answer.outline} /> : <Curve answer={answer} />}
      <Refused answer={answer} />
      <Keep bytes={bytes} answer={answer} onKept={onKept} />
    </article>
  );
}

type Read = Extract<LogAnswer, { ok: true }>;

function Curve({ answer: { outline, summary, unit } }: { readonly answer: Read }) {
  const options = useMemo<ApexOptions>(
    () => ({
      chart: { type: "line", height: 220 },
      series: [{ name: "log", data: outline.map(([t, v]) => ({ x: t, y: v })) }],
      colors: ["--ink"],
      stroke: { width: 2 },
      xaxis: { type: "numeric", ...roundTicks(summary.last.t), labels: { formatter: (v) => clockSays(Number(v)) } },
      yaxis: { labels: { formatter: (v) => `${Number(v?.toPrecision(3) ?? 0)} ${unit ? UNIT_SYMBOL[unit] : ""}` } },
    }),
    [outline, unit, summary.last.t],
  );
  return <Chart options={options} says={logSays(summary, unit)} />;
}

function Refused({ answer: { refused, refusedInAll } }: { readonly answer: Read }) {
  if (refusedInAll === 0) return <p className={bench.good}>Every line was read.</p>;
  return (
    <details className={styles.refused} open={refusedInAll <= 3}>
      <summary>
        {refusedInAll} {refusedInAll === 1 ? "line was" : "lines were"} skipped
      </summary>
      <ol>
        {refused.map(({ line, why }) => (
          <li key={line}>
            line {line}: {why}
          </li>
        ))}
      </ol>
      {refusedInAll > refused.length && <p>and {refusedInAll - refused.length} more.</p>}
    </details>
  );
}

const ROOM = "room";
const EXHAUST = "exhaust";

function Keep({ bytes, answer, onKept }: Pick<ReadFile, "bytes"> & { readonly answer: Read; readonly onKept: () => void }) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const closed = useJob((s) => s.job.closed);
  const [unit, setUnit] = useState<Unit | undefined>(answer.unit);
  const [of, setOf] = useState(answer.unit === "celsius" ? EXHAUST : "");
  const [where, which] = [useId(), useId()];
  const keep = async () => {
    if (!unit || of === "") return;
    const file = await replica().keepFile("text/csv", bytes);
    const body = {
      kind: "series",
      place: { of },
      result: { is: "series", file, unit, summary: summaryIn(answer) },
      circumstances: {},
    } as const;
    await dispatch({ do: "record", drafts: [{ kind: "finding", body }] });
    onKept();
  };
  return (
    <div className={styles.keep}>
      <label htmlFor={where}>What was logged</label>
      <select id={where} className={bench.field} value={of} onChange={(e) => setOf(e.target.value)}>
        <option value="">choose</option>
        {placesOf(machine).map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      {answer.unit === undefined && (
        <>
          <label htmlFor={which}>Which unit? The file doesn't say</label>
          <select id={which} className={bench.field} value={unit ?? ""} onChange={(e) => setUnit(UNITS.find((u) => u === e.target.value))}>
            <option value="">choose</option>
            {UNITS.map((u) => (
              <option key={u} value={u}>
                {UNIT_SYMBOL[u]}
              </option>
            ))}
          </select>
        </>
      )}
      <Button disabled={!unit || of === "" || closed} onClick={() => void keep()}>
        Save log
      </Button>
    </div>
  );
}

const placesOf = (machine: Machine): readonly { readonly id: string; readonly name: string }[] => [
  { id: EXHAUST, name: "The exhaust" },
  { id: ROOM, name: "The room" },
  { id: "supply", name: "The whole machine, or its supply" },
  ...machine.parts.filter((p) => p.nets.length > 0 && p.kind !== "supply").map(({ id, name }) => ({ id, name })),
];

function summaryIn({ summary: { rows, overload, first, last, least, most, mean }, refusedInAll }: Read) {
  const none = overload === rows;
  return {
    seconds: last.t - first.t,
    rows,
    ...(overload > 0 && { overload }),
    ...(refusedInAll > 0 && { refused: refusedInAll }),
    least: none ? null : least,
    most: none ? null : most,
    mean: none ? null : mean,
  };
}
