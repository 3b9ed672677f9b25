import type { ApexOptions } from "apexcharts";
import { useMemo } from "react";
import type { Machine } from "../../../../core/model/machine/format";
import { clockSays } from "../../../../core/model/naming/text";
import { fahrenheit } from "../../../../core/model/quantity/format";
import type { RankedSuspect } from "../../../../core/reason/diagnosis/standing";
import { cycleFacts } from "../../../../core/speech/words/bench/cycles";
import bench from "../../../../ui/Bench.module.css";
import { Button } from "../../../../ui/Button";
import worked from "../../../../ui/Calculator.module.css";
import { Chart } from "../../../../ui/chart/Chart";
import type { ReadCycle } from "../../../../workers/tasks/cycle";
import { useCalculated } from "../../../store/calculator";
import { useDispatch, useJob, useMachine } from "../../../store/context";
import { roundTicks } from "./round-ticks";

interface Props {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly outline: readonly (readonly [number, number | null])[];
}

const NONE: readonly RankedSuspect[] = [];
const COMPARED = 2;

/** A record of the exhaust, taken apart: when the heat switched, what flows, at which temperatures; with the fitted curve, a good machine's and the leading suspects'. */
export function CycleOf({ bytes, outline }: Props) {
  const machine = useMachine();
  const suspects = useJob((s) => s.diagnosis.standing?.suspects ?? NONE);
  const compared = suspects.filter((s) => s.hypothesis.faults.length > 0).slice(0, COMPARED);
  const read = useCycle(machine, bytes, compared);
  const dispatch = useDispatch();
  if (read === undefined) return <p role="status">Calculating…</p>;
  if (typeof read === "string") return <p role="alert">{read}</p>;
  const { fit } = read;
  const keep = () =>
    typeof fit !== "string" &&
    dispatch({
      do: "record",
      drafts: [
        {
          kind: "finding",
          body: {
            kind: "flow",
            place: { stream: "duct" },
            result: { is: "flow", value: fit.flow.value, sigma: fit.flow.sigma, by: ["record of the exhaust"] },
            circumstances: {},
          },
        },
      ],
    });
  return (
    <section aria-label="What the log shows" className={worked.board}>
      <CycleChart read={read} outline={outline} suspects={compared} />
      <dl className={bench.facts} aria-label="Result">
        {cycleFacts(machine, read).map(({ name, says, is }) => (
          <div key={name} className={worked.fact} data-is={is}>
            <dt>{name}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
      {typeof fit !== "string" && (
        <div className={worked.buttons}>
          <Button onClick={() => void keep()}>Save airflow as evidence</Button>
        </div>
      )}
      <Switches read={read} />
    </section>
  );
}

function useCycle(machine: Machine, bytes: Uint8Array<ArrayBuffer>, suspects: readonly RankedSuspect[]): ReadCycle | string | undefined {
  const ids = suspects.map((s) => s.hypothesis.id).join();
  const faults = suspects.map((s) => s.hypothesis.faults);
  // Another file is another question, whatever it is called.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a name for these bytes
  const file = useMemo(() => crypto.randomUUID(), [bytes]);
  const { answer, trouble } = useCalculated(`${machine.id} ${file} ${ids}`, "readCycle", machine, bytes, faults);
  return trouble ? `Can't analyze it here: ${trouble.message}.` : answer;
}

function CycleChart({
  read,
  outline,
  suspects,
}: {
  readonly read: ReadCycle;
  readonly outline: Props["outline"];
  readonly suspects: readonly RankedSuspect[];
}) {
  const end = outline.at(-1)?.[0] ?? 0;
  const options = useMemo<ApexOptions>(() => {
    const line = (points: readonly (readonly [number, number | null])[]) => points.map(([x, y]) => ({ x, y }));
    const [healthy = [], ...others] = read.runs;
    return {
      chart: { type: "line", height: 280 },
      series: [
        { name: "normal", data: line(healthy) },
        ...others.map((run, i) => ({ name: suspects[i]?.hypothesis.id ?? "", data: line(run) })),
        { name: "fitted", data: line(read.fitted) },
        { name: "record", data: line(outline) },
      ],
      colors: ["--good", ...others.map(() => "--hatch"), "--action", "--ink"],
      stroke: { width: [2, ...others.map(() => 1.5), 2.5, 1.5], dashArray: [6, ...others.map((_, i) => 2 + 2 * i), 3, 0] },
      xaxis: { type: "numeric", ...roundTicks(end), labels: { formatter: (v) => clockSays(Number(v)) } },
      yaxis: { labels: { formatter: (v) => fahrenheit(v ?? 0) } },
    };
  }, [read, outline, suspects, end]);
  return (
    <figure>
      <Chart options={options} says={`The exhaust over ${clockSays(end)}: ${read.cycling.switches.length} switches found`} />
      <figcaption className={worked.note}>
        Full line the record, short dashes the fit, long dashes a good machine{suspects.length > 0 && ", dots the leading suspects"}.
      </figcaption>
    </figure>
  );
}

function Switches({ read: { cycling } }: { readonly read: ReadCycle }) {
  if (cycling.switches.length === 0) return <p className={bench.quiet}>The heat never cycled in this log.</p>;
  return (
    <details>
      <summary>{cycling.switches.length} switches as a table</summary>
      <div className={worked.scroll}>
        <table className={worked.table}>
          <thead>
            <tr>
              <th>At</th>
              <th>Heat</th>
              <th>Exhaust’s extreme</th>
            </tr>
          </thead>
          <tbody>
            {cycling.switches.map((s) => (
              <tr key={s.t}>
                <td>{clockSays(s.t)}</td>
                <td>{s.to}</td>
                <td>{fahrenheit(s.celsius, 1)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
