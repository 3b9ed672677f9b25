import type { ApexOptions } from "apexcharts";
import { useMemo } from "react";
import type { Machine, PartOf } from "../../../../core/model/machine/format";
import { fahrenheit, formatValue } from "../../../../core/model/quantity/format";
import { curvePoints, fellInHand, type OnCurve, onCurve } from "../../../../core/reason/judging/thermistor";
import { inHandSays, onCurveSays } from "../../../../core/speech/words/bench/thermistor";
import { Chart } from "../../../../ui/chart/Chart";
import { useMachine } from "../../../store/context";
import styles from "./Part.module.css";
import type { PartRow } from "./use-part-readings";

/** A thermistor's curve with what was read on it: how far it drifted, and whether it fell in the hand. */
export function ThermistorCurve({ part, rows }: { readonly part: PartOf<"thermistor">; readonly rows: readonly PartRow[] }) {
  const machine = useMachine();
  const told = useMemo(() => curves(machine, rows), [machine, rows]);
  const options = useMemo(() => chartOf(part, told), [part, told]);
  const fell = fellInHand(told.cold, told.warm);
  return (
    <figure className={styles.curve} aria-label="Its curve">
      <Chart options={options} says={`Curve of ${part.name}: ${told.cold ? onCurveSays(told.cold) : "nothing read yet"}`} />
      <figcaption>
        {told.cold && <p>{onCurveSays(told.cold)}</p>}
        {fell !== undefined && <p data-verdict={fell ? "pass" : "fail"}>{inHandSays(fell)}</p>}
        {told.fresh && <p>New: {onCurveSays(told.fresh)}</p>}
        {!told.cold && <p>Nothing read yet. Let it settle at room temperature, enter that, then read it.</p>}
      </figcaption>
    </figure>
  );
}

interface Curves {
  readonly cold: OnCurve | undefined;
  readonly warm: OnCurve | undefined;
  readonly fresh: OnCurve | undefined;
}

function curves(machine: Machine, rows: readonly PartRow[]): Curves {
  const at = (is: string, column: "old" | "fresh") => {
    const finding = rows.find((r) => r.state.state.is === is)?.[column]?.finding;
    return finding?.kind === "ohms" ? onCurve(machine, finding) : undefined;
  };
  return { cold: at("across", "old"), warm: at("in-hand", "old"), fresh: at("across", "fresh") };
}

function chartOf(part: PartOf<"thermistor">, { cold, warm, fresh }: Curves): ApexOptions {
  const points = curvePoints(part);
  const line = (of: "ohms" | "low" | "high") => points.map((p) => [p.celsius, p[of]]);
  const dots = (read: OnCurve | undefined) => (read ? [[read.celsius, read.ohms]] : []);
  return {
    chart: { type: "line", height: 260 },
    series: [
      { name: "curve", type: "line", data: line("ohms") },
      { name: "least", type: "line", data: line("low") },
      { name: "most", type: "line", data: line("high") },
      { name: "old", type: "scatter", data: dots(cold) },
      { name: "in the hand", type: "scatter", data: dots(warm) },
      { name: "new", type: "scatter", data: dots(fresh) },
    ] as ApexOptions["series"],
    colors: ["--ink", "--quiet", "--quiet", "--bad", "--suspect", "--action"],
    stroke: { width: [2.5, 1, 1, 0, 0, 0], dashArray: [0, 5, 5, 0, 0, 0] },
    markers: { size: [0, 0, 0, 8, 8, 8], shape: ["circle", "circle", "circle", "circle", "square", "diamond"] },
    xaxis: { type: "numeric", min: 0, max: 100, tickAmount: 5, labels: { formatter: (v) => fahrenheit(Number(v)) } },
    yaxis: {
      logarithmic: true,
      ...decadesRound(points.map((p) => p.ohms)),
      labels: { formatter: (v) => formatValue(Number(v.toPrecision(2)), "ohm") },
    },
    annotations: {
      points: [...labelled(cold, "old", UNDER), ...labelled(warm, "in the hand"), ...labelled(fresh, "new")],
    },
  };
}

/** A label under its point, px. */
const UNDER = 42;

const labelled = (read: OnCurve | undefined, text: string, offsetY = 0) =>
  read ? [{ x: read.celsius, y: read.ohms, marker: { size: 0 }, label: { text, offsetY } }] : [];

/** Whole decades round all values, one tick each. */
function decadesRound(values: readonly number[]) {
  const [low, high] = [Math.floor(Math.log10(Math.min(...values))), Math.ceil(Math.log10(Math.max(...values)))];
  return { min: 10 ** low, max: 10 ** high, tickAmount: high - low };
}
