import { useMemo, useRef, useState } from "react";
import type { Machine } from "../../../core/model/machine/format";
import { controlsSay } from "../../../core/model/naming/names";
import { useAlive } from "../../../ui/use-alive";
import { useSize } from "../../../ui/use-size";
import { Beside } from "./Beside";
import { lastReadings, measuredParts } from "./last-readings";
import { layoutSheet, type SheetLayout } from "./layout";
import { looksOf } from "./looks";
import type { SheetProps } from "./props";
import styles from "./Sheet.module.css";
import { SheetRow } from "./SheetRow";

const NARROW = 620;
const FOLDED = 740;
const NONE_TOGGLED: ReadonlyMap<number, boolean> = new Map();
const POWER = { dead: "cord out", live: "live", unknown: "as found" } as const;

/** The machine's circuit between its rails, with what is known marked onto it. */
export function Sheet(props: SheetProps) {
  const { machine, marks, way, power, controls, evidence, fitted, chosen, probes } = props;
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const narrow = width < NARROW;
  const [toggled, setToggled] = useState<ReadonlyMap<number, boolean>>(NONE_TOGGLED);
  const order = useMemo(() => (narrow ? branchInQuestionFirst(machine, marks) : undefined), [narrow, machine, marks]);
  const readings = useMemo(() => lastReadings(machine, evidence, fitted), [machine, evidence, fitted]);
  const measured = useMemo(() => measuredParts(machine, evidence, fitted), [machine, evidence, fitted]);
  const looks = useMemo(
    () => looksOf(machine, { marks, chosen, way, probes, readings, toggled }),
    [machine, marks, chosen, way, probes, readings, toggled],
  );
  const room = narrow ? Number.POSITIVE_INFINITY : height;
  const layout = useMemo(() => layoutSheet(machine, { width, height: room, order, looks }), [machine, width, room, order, looks]);
  const isGood = (row: number) => (machine.sheet.rows[row]?.parts.flat() ?? []).every((id) => marks[id]?.state === "good");
  return (
    <div className={styles.frame}>
      <header className={styles.head}>
        {props.not && <p className={styles.not}>⚠ {props.not}.</p>}
        {props.lead}
        {way && <output className={styles.waySays}>{way.says}</output>}
        <h2 className={way || props.lead ? "hidden" : undefined}>
          Wiring sheet, {machine.model}
          <span>
            {" "}
            · {POWER[power]}, {controlsSay(machine, controls) || "door shut, on heat"}
          </span>
        </h2>
        <Beside {...props} />
      </header>
      <div ref={frame} className={styles.area} inert={!useAlive()}>
        {/* biome-ignore lint/a11y/useSemanticElements: a drawing has no fieldset */}
        <svg
          viewBox={`0 0 ${layout.width} ${layout.height}`}
          width={layout.width}
          height={layout.height}
          className={styles.sheet}
          role="group"
          aria-label="Wiring sheet"
        >
          <Rails layout={layout} />
          {layout.rows.map((row) => (
            <SheetRow
              key={row.title}
              row={row}
              folded={width < FOLDED}
              share={looks[row.index]?.share ?? 0}
              good={isGood(row.index)}
              readings={readings}
              measured={measured}
              sheet={props}
              onToggle={(i, open) => setToggled(new Map(toggled).set(i, open))}
            />
          ))}
        </svg>
      </div>
    </div>
  );
}

function Rails({ layout }: { readonly layout: SheetLayout }) {
  return layout.rails.map((rail) => (
    <g key={rail.name + rail.top}>
      <path d={`M${rail.x} ${rail.top}V${rail.bottom}`} className={styles.rail} />
      <text x={rail.x} y={rail.top - 12} textAnchor="middle" className={styles.railName} data-box="rail name">
        {rail.name}
      </text>
    </g>
  ));
}

/** A branch is in question from this share of its likeliest suspect on. */
const IN_QUESTION = 0.1;

/** On a narrow screen the branch with the likeliest suspect comes first, end to end. */
function branchInQuestionFirst(machine: Machine, marks: SheetProps["marks"]): number[] {
  return machine.sheet.rows
    .map((row, i) => ({ i, share: Math.max(...row.parts.flat().map((p) => marks[p]?.share ?? 0)) }))
    .sort((a, b) => Number(b.share > IN_QUESTION) - Number(a.share > IN_QUESTION) || b.share - a.share || a.i - b.i)
    .map(({ i }) => i);
}
