import type ApexCharts from "apexcharts";
import type { ApexOptions } from "apexcharts";
import { useEffect, useRef } from "react";
import "apexcharts/dist/apexcharts.css";
import styles from "./Chart.module.css";

/** By this element the library finds that its styles are in the page already; its own way to bring them in is forbidden by our policy. */
const STYLES_ARE_HERE = "apexcharts-css";

interface Props {
  readonly options: ApexOptions;
  /** Holds what it shows, for who does not see it. */
  readonly says: string;
}

/** A chart. Its library comes only when one is shown; its numbers stand beside it as text or a table. */
export function Chart({ options, says }: Props) {
  const at = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = at.current;
    if (!element) return;
    let chart: ApexCharts | undefined;
    let gone = false;
    void import("apexcharts").then(({ default: Library }) => {
      if (gone) return;
      if (!document.getElementById(STYLES_ARE_HERE))
        document.body.append(Object.assign(document.createElement("i"), { id: STYLES_ARE_HERE, hidden: true }));
      chart = new Library(element, inOurLook(options, element));
      void chart.render();
    });
    return () => {
      gone = true;
      chart?.destroy();
    };
  }, [options]);
  return <div ref={at} className={styles.chart} role="img" aria-label={says} />;
}

/** Fonts and colours of the page as they are now, light or dark; no motion, no menus, nothing that hangs on a pointer. */
function inOurLook(options: ApexOptions, element: Element): ApexOptions {
  const css = getComputedStyle(element);
  const colour = (name: string) => css.getPropertyValue(name).trim();
  const label = { colors: colour("--quiet"), fontSize: "15px", fontFamily: css.fontFamily };
  const axis = <T extends object>(given: T) => ({
    ...given,
    labels: { ...("labels" in given ? (given.labels as object) : {}), style: label },
    axisBorder: { show: true, color: colour("--ink") },
    axisTicks: { show: true, color: colour("--ink") },
  });
  return {
    ...options,
    colors: (options.colors ?? []).map((c) => (typeof c === "string" && c.startsWith("--") ? colour(c) : c)),
    chart: {
      ...options.chart,
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      background: "transparent",
      fontFamily: css.fontFamily,
      foreColor: colour("--ink"),
    },
    annotations: {
      points: (options.annotations?.points ?? []).map((p) => ({
        ...p,
        label: {
          ...p.label,
          borderWidth: 0,
          style: { ...p.label?.style, background: colour("--paper"), color: colour("--ink"), fontSize: "15px" },
        },
      })),
    },
    grid: { borderColor: colour("--line"), ...options.grid },
    legend: { show: false },
    tooltip: { enabled: false },
    dataLabels: { enabled: false },
    states: { hover: { filter: { type: "none" } }, active: { filter: { type: "none" } } },
    xaxis: axis(options.xaxis ?? {}),
    yaxis: axis(Array.isArray(options.yaxis) ? (options.yaxis[0] ?? {}) : (options.yaxis ?? {})),
  };
}
