import { type KeyboardEvent, useEffect, useId, useMemo, useRef, useState } from "react";
import type { Mark } from "../../core/diagnosis/marks";
import type { Way } from "../../core/diagnosis/surprise";
import type { Job } from "../../core/job/fold";
import type { Machine, Part } from "../../core/machine/schema";
import { controlsSay } from "../../core/planning/tests";
import { formatValue } from "../../core/quantity/format";
import styles from "./Sheet.module.css";
import { type LaidItem, layoutSheet, type SheetLayout } from "./sheet-layout";
import { HALF, PartSymbol } from "./symbols";

interface Props {
  readonly machine: Machine;
  readonly job: Job;
  readonly marks: Readonly<Record<string, Mark>>;
  readonly controls: Readonly<Record<string, string>>;
  readonly probes: readonly string[];
  readonly chosen: string | undefined;
  /** How the current of a reading got there, to be marked on the parts that it passed. */
  readonly way: Way | undefined;
  readonly onPart: (part: string) => void;
  readonly onPoint: (net: string) => void;
}

const UNKNOWN: Mark = { state: "unknown", share: 0 };

/** The machine's circuit between its rails, with what is known marked onto it. */
export function Sheet({ machine, job, marks, controls, probes, chosen, way, onPart, onPoint }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [{ width, height }, setSize] = useState({ width: 832, height: 440 });
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const watch = new ResizeObserver(
      ([entry]) =>
        entry && setSize({ width: Math.max(300, Math.floor(entry.contentRect.width)), height: Math.floor(entry.contentRect.height) }),
    );
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const narrow = width < 620;
  const folded = width < 740;
  const order = useMemo(() => (narrow ? branchInQuestionFirst(machine, marks) : undefined), [narrow, machine, marks]);
  const layout = useMemo(() => layoutSheet(machine, width, height, order), [machine, width, height, order]);
  const readings = useMemo(() => lastReadings(job), [job]);
  const state = controlsSay(machine, controls);
  return (
    <div className={styles.frame}>
      <header className={styles.head}>
        {way && <output className={styles.waySays}>{way.says}</output>}
        <h2 className={way ? "hidden" : undefined}>
          Wiring sheet, {machine.model}
          <span>
            {" "}
            · {job.safety.power === "dead" ? "cord out" : job.safety.power === "live" ? "live" : "as found"},{" "}
            {state || "door shut, on heat"}
          </span>
        </h2>
        <Beside machine={machine} marks={marks} chosen={chosen} onPart={onPart} />
      </header>
      <div ref={frame} className={styles.area}>
        {/* biome-ignore lint/a11y/useSemanticElements: a drawing has no fieldset */}
        <svg
          viewBox={`0 0 ${layout.width} ${layout.height}`}
          width={layout.width}
          height={layout.height}
          className={styles.sheet}
          role="group"
          aria-label="Wiring sheet"
        >
          <Hatch />
          <Rails layout={layout} />
          {layout.rows.map((row) => (
            <g key={row.title}>
              <text
                x={(row.lines[0]?.x1 ?? 0) + (row.packed ? -8 : row.tap ? 14 : folded ? 18 : 8)}
                y={(row.lines[0]?.y ?? 0) - (row.packed ? 30 : folded ? 26 : 8)}
                className={styles.branch}
              >
                {row.title}
              </text>
              {row.tap && <path d={`M${row.tap.x} ${row.tap.from}V${row.tap.to}`} className={styles.wire} />}
              {row.lines.map((line) => (
                <g key={line.y}>
                  <Wires line={line} marks={marks} />
                  {line.items.map((item) => (
                    <Item
                      key={`${item.part.id}-${item.y}`}
                      item={item}
                      mark={marks[item.part.id] ?? UNKNOWN}
                      closed={isDrawnClosed(item.part, controls)}
                      note={readings.get(item.part.id)}
                      chosen={chosen === item.part.id}
                      onWay={way?.parts.includes(item.part.id) ?? false}
                      onChoose={onPart}
                    />
                  ))}
                  {line.nodes.map((node) =>
                    node.again ? (
                      <circle key={`${node.net}-${node.y}`} cx={node.x} cy={node.y} r={4} className={styles.again} />
                    ) : (
                      <Point
                        key={`${node.net}-${node.y}`}
                        machine={machine}
                        net={node.net}
                        x={node.x}
                        y={node.y}
                        probe={probes.indexOf(node.net)}
                        onPoint={onPoint}
                      />
                    ),
                  )}
                </g>
              ))}
            </g>
          ))}
        </svg>
      </div>
    </div>
  );
}

/** Parts without wires: the vent, the belt, the setting. */
function Beside({ machine, marks, chosen, onPart }: Pick<Props, "machine" | "marks" | "chosen" | "onPart">) {
  return (
    <ul className={styles.beside}>
      {machine.sheet.beside.map((id) => {
        const part = machine.parts.find((p) => p.id === id);
        const mark = marks[id] ?? UNKNOWN;
        return part ? (
          <li key={id}>
            <button type="button" data-state={mark.state} aria-pressed={chosen === id} title={part.name} onClick={() => onPart(id)}>
              {part.label}
              {mark.state === "good" && <b>✓</b>}
              {mark.state === "suspect" && <b>{percent(mark.share)}</b>}
              {mark.state === "bad" && <b>✕ {percent(mark.share)}</b>}
            </button>
          </li>
        ) : null;
      })}
    </ul>
  );
}

function Hatch() {
  return (
    <defs>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" className={styles.hatchField} />
        <rect width="3" height="7" className={styles.hatchLine} />
      </pattern>
    </defs>
  );
}

function Rails({ layout }: { readonly layout: SheetLayout }) {
  return layout.rails.map((rail) => (
    <g key={rail.name + rail.top}>
      <path d={`M${rail.x} ${rail.top}V${rail.bottom}`} className={styles.rail} />
      <text x={rail.x} y={rail.top - 8} textAnchor="middle" className={styles.railName}>
        {rail.name}
      </text>
    </g>
  ));
}

/** The wire of a line, in the gaps that the symbols leave; green as far as its neighbours are proven. */
function Wires({ line, marks }: { readonly line: SheetLayout["rows"][number]["lines"][number]; readonly marks: Props["marks"] }) {
  const top = line.items.filter((i) => !i.below);
  const ends = top.flatMap((i) => [i.x - HALF, i.x + HALF]);
  const stops = [line.x1, ...ends, line.x2];
  const good = (i: number) => (marks[top[i]?.part.id ?? ""]?.state ?? "unknown") === "good";
  const spans: { from: number; to: number; good: boolean }[] = [];
  for (let i = 0; i < stops.length; i += 2) {
    const [before, after] = [i / 2 - 1, i / 2];
    spans.push({
      from: stops[i] as number,
      to: stops[i + 1] as number,
      good: (before < 0 || good(before)) && (after >= top.length || good(after)),
    });
  }
  return (
    <>
      {spans.map((s) => (
        <path key={s.from} d={`M${s.from} ${line.y}H${s.to}`} className={styles.wire} data-good={s.good} />
      ))}
      {line.items
        .filter((i) => i.below)
        .map((i) => (
          <path
            key={i.part.id}
            d={`M${i.x - HALF} ${i.y}H${i.x - 46}V${line.y}M${i.x + HALF} ${i.y}H${i.x + 46}V${line.y}`}
            className={styles.wire}
          />
        ))}
    </>
  );
}

interface ItemProps {
  readonly item: LaidItem;
  readonly mark: Mark;
  readonly closed: boolean;
  readonly note: string | undefined;
  readonly chosen: boolean;
  readonly onWay: boolean;
  readonly onChoose: (part: string) => void;
}

const FIELD = 52;

function Item({ item, mark, closed, note, chosen, onWay, onChoose }: ItemProps) {
  const { part, x, y } = item;
  const label = useId();
  const field = mark.state === "suspect" || mark.state === "bad" ? 5 + 9 * mark.share : 0;
  const words = {
    good: "proven good",
    suspect: `suspect, ${percent(mark.share)}`,
    bad: `bad, ${percent(mark.share)}`,
    unknown: "not tested",
  }[mark.state];
  const choose = () => onChoose(part.id);
  return (
    // biome-ignore lint/a11y/useSemanticElements: there is no button element inside a drawing
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-labelledby={label}
      aria-pressed={chosen}
      className={styles.item}
      data-state={mark.state}
      data-part={part.id}
      data-way={onWay}
      onClick={choose}
      onKeyDown={onPress(() => choose())}
    >
      <title id={label}>{`${part.name}: ${words}${note ? `, read ${note}` : ""}`}</title>
      <rect x={-38} y={-22} width={94} height={72} className={styles.hit} />
      {onWay && <path d={`M${-HALF - 8} -14V14M${HALF + 8} -14V14M${-HALF - 8} 0H${HALF + 8}`} className={styles.way} />}
      <g className={styles.symbol}>
        <PartSymbol part={part} closed={closed} />
      </g>
      {field > 0 && (
        <rect x={-FIELD / 2 - 10} y={17} width={FIELD} height={field} className={mark.state === "bad" ? styles.badField : styles.field} />
      )}
      {mark.state === "bad" && <path d="M-6 -15L-1 15M1 -15L6 15" className={styles.double} />}
      {mark.state === "good" && (
        <g transform="translate(26 -14)" className={styles.tick}>
          <circle r="8" />
          <path d="M-3.5 0L-1 3L4 -3" />
        </g>
      )}
      {field > 0 && (
        <text x={FIELD / 2 - 6} y={27} className={styles.value}>
          {percent(mark.share)}
        </text>
      )}
      <text y={field > 0 ? 44 : 32} textAnchor="middle" className={styles.label}>
        {part.label}
        {note && <tspan className={styles.note}> {note}</tspan>}
      </text>
    </g>
  );
}

function Point({
  machine,
  net,
  x,
  y,
  probe,
  onPoint,
}: {
  readonly machine: Machine;
  readonly net: string;
  readonly x: number;
  readonly y: number;
  readonly probe: number;
  readonly onPoint: (net: string) => void;
}) {
  const name = machine.testPoints.find((t) => t.net === net)?.name ?? net;
  return (
    // biome-ignore lint/a11y/useSemanticElements: there is no button element inside a drawing
    <g
      transform={`translate(${x} ${y})`}
      role="button"
      tabIndex={0}
      aria-label={`Test point ${net}, ${name}`}
      aria-pressed={probe >= 0}
      className={styles.point}
      data-probe={probe}
      data-point={net}
      onClick={() => onPoint(net)}
      onKeyDown={onPress(() => onPoint(net))}
    >
      <rect x={-15} y={-30} width={30} height={46} className={styles.hit} />
      <circle r={probe >= 0 ? 8 : 5} />
      <text y={-11} textAnchor="middle">
        {probe >= 0 ? `${probe === 0 ? "●" : "○"} ${net}` : net}
      </text>
    </g>
  );
}

/** Enter and space work on a drawn button as on any other. */
const onPress = (act: () => void) => (e: KeyboardEvent) => {
  if (e.key !== "Enter" && e.key !== " ") return;
  e.preventDefault();
  act();
};

export const percent = (share: number): string =>
  share > 0.995 ? ">99\u00a0%" : share < 0.01 ? "<1\u00a0%" : `${Math.round(share * 100)}\u00a0%`;

function isDrawnClosed(part: Part, controls: Props["controls"]): boolean {
  switch (part.kind) {
    case "switch":
    case "timer-contact":
      return part.closedWhen.in.includes(controls[part.closedWhen.control] ?? "");
    case "centrifugal-contact":
      return part.closedWhen === "below-speed";
    case "relay":
      return false;
    default:
      return true;
  }
}

/** Last ohms read across each isolated part, formatted. */
function lastReadings(job: Job): ReadonlyMap<string, string> {
  const map = new Map<string, string>();
  for (const e of job.evidence) {
    if (e.finding.kind !== "reading" || e.finding.reading.unit !== "ohm") continue;
    const r = e.finding.reading;
    const [a, b] = r.between.map((p) => p.split(".")[0]);
    if (a === b && a !== undefined && r.wiresOff.includes(a)) map.set(a, r.value === null ? "OL" : formatValue(r.value, "ohm"));
  }
  return map;
}

/** On a narrow screen the branch with the likeliest suspect comes first, end to end. */
function branchInQuestionFirst(machine: Machine, marks: Props["marks"]): number[] {
  const share = machine.sheet.rows.map((row) => Math.max(...row.parts.flat().map((p) => marks[p]?.share ?? 0)));
  return machine.sheet.rows
    .map((_, i) => i)
    .sort(
      (a, b) =>
        Number((share[b] as number) > 0.1) - Number((share[a] as number) > 0.1) || (share[b] as number) - (share[a] as number) || a - b,
    );
}
