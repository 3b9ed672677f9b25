import type { ApexOptions } from "apexcharts";
import { useMemo } from "react";
import { USUAL_LIMIT_PA } from "../../../core/model/air/duct-run";
import { fanPressure } from "../../../core/model/air/fan";
import type { Machine } from "../../../core/model/machine/format";
import { cfmOf, PASCAL_PER_INCH_OF_WATER } from "../../../core/model/quantity/quantity";
import { Chart } from "../../../ui/chart/Chart";

interface Props {
  readonly machine: Machine;
  readonly loss: (flow: number) => number;
  /** The flow that was found, and that of the clear run, m³/s. */
  readonly now: number | undefined;
  readonly clear: number;
}

const STEPS = 40;

/** The fan against the duct: in w.c. over cfm. The run now is dashed, the clear run thin; where they meet the fan, what flows. */
export function FanChart({ machine, loss, now, clear }: Props) {
  const { thermal } = machine;
  const options = useMemo<ApexOptions>(() => {
    const most = thermal.fanFreeM3PerS;
    const top = Math.ceil((thermal.fanShutoffPa / PASCAL_PER_INCH_OF_WATER) * 5) / 5;
    const curve = (pascal: (flow: number) => number) =>
      Array.from({ length: STEPS + 1 }, (_, i) => {
        const flow = (most * i) / STEPS;
        const y = pascal(flow) / PASCAL_PER_INCH_OF_WATER;
        return { x: cfmOf(flow), y: y > top ? null : y };
      });
    const choked = now === undefined ? undefined : fanPressure(thermal, now) / now ** 2;
    const point = (flow: number, says: string) => ({
      x: cfmOf(flow),
      y: fanPressure(thermal, flow) / PASCAL_PER_INCH_OF_WATER,
      marker: { size: 7, strokeColor: "var(--ink)" },
      label: { text: says, offsetY: -4 },
    });
    return {
      chart: { type: "line", height: 260 },
      series: [
        { name: "fan", data: curve((v) => fanPressure(thermal, v)) },
        { name: "clear", data: curve(loss) },
        { name: "limit", data: curve(() => USUAL_LIMIT_PA) },
        ...(choked === undefined ? [] : [{ name: "now", data: curve((v) => choked * v * v) }]),
      ],
      colors: ["--ink", "--good", "--quiet", "--suspect"],
      stroke: { width: [3, 2.5, 1.5, 3], dashArray: [0, 0, 4, 8] },
      annotations: {
        points: [
          point(clear, `clear ${cfmOf(clear).toFixed(0)}`),
          ...(now === undefined ? [] : [point(now, `now ${cfmOf(now).toFixed(0)}`)]),
        ],
      },
      xaxis: { type: "numeric", tickAmount: 5, decimalsInFloat: 0, labels: { formatter: (v) => Number(v).toFixed(0) } },
      yaxis: { min: 0, max: top, tickAmount: 5, labels: { formatter: (v) => v.toFixed(1) } },
    };
  }, [thermal, loss, now, clear]);
  return (
    <Chart
      options={options}
      says={`Fan against duct, in w.c. over cfm: clear ${cfmOf(clear).toFixed(0)} cfm${now === undefined ? "" : `, now ${cfmOf(now).toFixed(0)} cfm`}`}
    />
  );
}
