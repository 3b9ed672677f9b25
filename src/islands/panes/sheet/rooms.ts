import { item } from "../../../core/model/array/at";
import type { Machine } from "../../../core/model/machine/format";

const MARGIN = 26;
/** Where a row's name stands, between the rail and its first part. */
const GUTTER = 84;
const PITCH_MIN = 88;
/** Holds what a part needs above its wire (names of test points), and under it: mark or reading, then its label. */
export const ABOVE = 28;
const BELOW = 59;
/** A reading under the label, where the mark has taken its place. */
const DEEPER = 18;
/** Between the wires of parts side by side. */
const SIDE_BY_SIDE = BELOW + 20;
/** A row's name over its first line, where it does not stand in the gutter. */
export const NAME_ABOVE = 18;
/** Says how far lines may be pulled apart to fill the page. */
const MOST_SPREAD = 34;
export const TOP = 26;
const THIN = 28;
const THIN_FOR_THUMBS = 44;

export type Row = Machine["sheet"]["rows"][number];

/** Says how a row is to be drawn. */
export interface RowLook {
  /** The likeliest fault in it; 0 when nothing of it is in question. */
  readonly share: number;
  /** Someone has opened or folded it, or looks at something in it; left out: by its share and the room. */
  readonly open?: boolean | undefined;
  /** Some part has both a mark and a reading. */
  readonly deep: boolean;
}

/** Holds what the drawing has to be fitted into, and what that leaves for a row. */
export interface Page {
  readonly machine: Machine;
  readonly rails: ReadonlySet<string>;
  /** All rows in order, those apart together at one end. */
  readonly rows: readonly Row[];
  /** Circuits of one part that touch no rail, such as what hangs on a board's plugs: they stand side by side. */
  readonly apart: readonly Row[];
  readonly left: number;
  readonly right: number;
  readonly folded: boolean;
  readonly gutter: number;
  /** Parts that one line holds. */
  readonly capacity: number;
  /** Rows apart that one line holds. */
  readonly across: number;
  readonly thin: number;
  readonly lookOf: (row: Row) => RowLook;
}

export function pageOf(machine: Machine, width: number, order: readonly number[] | undefined, looks: readonly RowLook[]): Page {
  const rails = new Set(machine.sheet.rails.map((r) => r.net));
  const asked = (order ?? machine.sheet.rows.map((_, i) => i)).map((i) => item(machine.sheet.rows, i));
  const isApart = (row: Row) => !rails.has(row.from) && !rails.has(row.to) && row.parts.length === 1;
  const inLine = asked.filter((r) => !isApart(r));
  const apart = asked.filter(isApart);
  const rows = asked[0] && isApart(asked[0]) ? [...apart, ...inLine] : [...inLine, ...apart];
  const [left, right] = [MARGIN, width - MARGIN];
  const longest = Math.max(...rows.map((r) => r.parts.length));
  const folded = (right - left - GUTTER) / longest < PITCH_MIN;
  return {
    machine,
    rails,
    rows,
    apart,
    left,
    right,
    folded,
    gutter: folded ? 0 : GUTTER,
    capacity: folded ? Math.max(2, Math.floor((right - left - 50) / PITCH_MIN)) : longest,
    across: Math.max(1, Math.min(apart.length, folded ? 2 : 4)),
    thin: folded ? THIN_FOR_THUMBS : THIN,
    lookOf: (row) => item(looks, machine.sheet.rows.indexOf(row)),
  };
}

/** Holds parts side by side. */
const isTall = (row: Row): boolean => row.parts.some((p) => Array.isArray(p));
export const lineCount = ({ capacity }: Page, row: Row): number => Math.ceil(row.parts.length / capacity);
const deeper = (page: Page, row: Row): number => (page.lookOf(row).deep ? DEEPER : 0);
/** From the wire of a part to that of the one beside it. */
export const sideBySide = (page: Page, row: Row): number => SIDE_BY_SIDE + deeper(page, row);
const belowOf = (page: Page, row: Row): number => BELOW + deeper(page, row) + (isTall(row) ? sideBySide(page, row) : 0);
export const lineHeight = (page: Page, row: Row): number => ABOVE + belowOf(page, row);
export const nameAbove = ({ folded, apart }: Page, row: Row): number => (folded || apart.includes(row) ? NAME_ABOVE : 0);
export const openHeight = (page: Page, row: Row): number => nameAbove(page, row) + lineCount(page, row) * lineHeight(page, row);

/** Height of all rows, those of the set open. Rows apart share lines. */
function totalHeight(page: Page, open: ReadonlySet<Row>): number {
  const { apart, across, thin, rows } = page;
  const inLine = rows.filter((r) => !apart.includes(r)).map((r) => (open.has(r) ? openHeight(page, r) : thin));
  const openApart = apart.filter((r) => open.has(r));
  const packed = Math.ceil(openApart.length / across) * Math.max(0, ...openApart.map((r) => openHeight(page, r)));
  return TOP + inLine.reduce((sum, h) => sum + h, 0) + packed + Math.ceil((apart.length - openApart.length) / across) * thin;
}

/** Those that somebody opened; then, while there is room, those in question, the likeliest first; all of them when nothing is. */
export function openRows(page: Page, height: number): ReadonlySet<Row> {
  const { rows, lookOf } = page;
  const open = new Set(rows.filter((r) => lookOf(r).open === true));
  const free = rows.filter((r) => lookOf(r).open === undefined);
  const asked = rows.some((r) => lookOf(r).share > 0) ? free.filter((r) => lookOf(r).share > 0) : free;
  for (const row of asked.toSorted((a, b) => lookOf(b).share - lookOf(a).share)) {
    if (open.size === 0 || totalHeight(page, new Set([...open, row])) <= height) open.add(row);
  }
  return open;
}

/** Gives what is left of the height, shared among the open lines. */
export function spreadOf(page: Page, open: ReadonlySet<Row>, height: number): number {
  const lines = page.rows.reduce((sum, r) => sum + (open.has(r) ? lineCount(page, r) : 0), 0);
  const left = Number.isFinite(height) ? height - totalHeight(page, open) : 0;
  return Math.max(0, Math.min(MOST_SPREAD, left / Math.max(1, lines)));
}
