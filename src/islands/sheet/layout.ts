import { item, lastOf } from "../../core/array/at";
import { type Machine, type Part, partOf } from "../../core/machine/format";

/** Where things stand on the sheet, in the drawing's own units (CSS px at full size). */
export interface SheetLayout {
  readonly width: number;
  readonly height: number;
  readonly rows: readonly LaidRow[];
  readonly rails: readonly {
    readonly name: string;
    readonly x: number;
    readonly top: number;
    readonly bottom: number;
    readonly end: "start" | "end";
  }[];
}

export interface LaidRow {
  readonly title: string;
  /** Shares its line with others like it; the name stands above it. */
  readonly packed: boolean;
  readonly lines: readonly LaidLine[];
  /** Wire from the net of another row down or up to this one's start. */
  readonly tap?: { readonly x: number; readonly from: number; readonly to: number };
}

/** One line of a row; a long row is folded onto several. */
export interface LaidLine {
  readonly y: number;
  readonly x1: number;
  readonly x2: number;
  readonly items: readonly LaidItem[];
  readonly nodes: readonly LaidNode[];
}

export interface LaidItem {
  readonly part: Part;
  readonly x: number;
  readonly y: number;
  /** Distance between the wires of parts side by side; 0 for the first. */
  readonly below: boolean;
}

export interface LaidNode {
  readonly net: string;
  readonly x: number;
  readonly y: number;
  /** Drawn already: the head of a tap. */
  readonly again: boolean;
}

const MARGIN = 26;
/** Where a row's name stands, between the rail and its first part. */
const GUTTER = 84;
const PITCH_MIN = 88;
const SIDE_BY_SIDE = 52;
const ROW_MIN = 66;
const ROW_MAX = 104;
/** Height of a line of rows side by side, its names above it. */
const PACKED = 104;
/** Room for those names under the labels of the row before. */
const ABOVE_PACKED = 32;
const TOP = 40;

type Row = Machine["sheet"]["rows"][number];

/** What the drawing has to be fitted into, and what that leaves for a row. */
interface Page {
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
  readonly rowHeight: number;
}

/** Where a row may stand. */
interface Slot {
  readonly row: Row;
  readonly y: number;
  readonly left: number;
  readonly right: number;
  readonly packed: boolean;
}

/**
 * Lays the machine file's rows out between its rails: as far apart as `height` allows, folded where `width` is short.
 * `order` (indices) changes the order of the rows.
 */
export function layoutSheet(machine: Machine, width: number, height: number, order?: readonly number[]): SheetLayout {
  const page = pageOf(machine, width, height, order);
  const { slots, bottom } = slotsOf(page);
  const rows = laidRows(page, slots);
  return { width, height: bottom - 8, rows, rails: railLines(page, rows) };
}

function pageOf(machine: Machine, width: number, height: number, order: readonly number[] | undefined): Page {
  const rails = new Set(machine.sheet.rails.map((r) => r.net));
  const asked = (order ?? machine.sheet.rows.map((_, i) => i)).map((i) => item(machine.sheet.rows, i));
  const isApart = (row: Row) => !rails.has(row.from) && !rails.has(row.to) && row.parts.length === 1;
  const inLine = asked.filter((r) => !isApart(r));
  const apart = asked.filter(isApart);
  const rows = asked[0] && isApart(asked[0]) ? [...apart, ...inLine] : [...inLine, ...apart];
  const [left, right] = [MARGIN, width - MARGIN];
  const longest = Math.max(...rows.map((r) => r.parts.length));
  const folded = (right - left - GUTTER) / longest < PITCH_MIN;
  const across = Math.max(1, Math.min(apart.length, folded ? 2 : 4));
  const room = height - TOP - rows.filter(isTall).length * SIDE_BY_SIDE - Math.ceil(apart.length / across) * PACKED;
  return {
    machine,
    rails,
    rows,
    apart,
    left,
    right,
    folded,
    gutter: folded ? 0 : GUTTER,
    capacity: folded ? Math.max(2, Math.floor((right - left) / PITCH_MIN)) : longest,
    across,
    rowHeight: folded ? ROW_MAX : Math.min(ROW_MAX, Math.max(ROW_MIN, room / inLine.length)),
  };
}

/** Holds parts side by side. */
const isTall = (row: Row): boolean => row.parts.some((p) => Array.isArray(p));
const lineHeight = ({ rowHeight }: Page, row: Row): number => rowHeight + (isTall(row) ? SIDE_BY_SIDE : 0);

function slotsOf(page: Page): { slots: readonly Slot[]; bottom: number } {
  const { apart, across, left, right, capacity } = page;
  let y = TOP;
  const slots = page.rows.map((row): Slot => {
    const place = apart.indexOf(row);
    if (place < 0) {
      const slot = { row, y, left, right, packed: false };
      y += Math.ceil(row.parts.length / capacity) * lineHeight(page, row);
      return slot;
    }
    const share = (right - left) / across;
    const column = place % across;
    const slot = { row, y: y + ABOVE_PACKED, left: left + column * share, right: left + (column + 1) * share, packed: true };
    if (column === across - 1 || place === apart.length - 1) y += PACKED;
    return slot;
  });
  return { slots, bottom: y };
}

interface Place {
  readonly x: number;
  readonly y: number;
}

/** Rows that tap off another row's net can only be placed once that row is. */
function laidRows(page: Page, slots: readonly Slot[]): LaidRow[] {
  const netAt = new Map<string, Place>();
  const laid = new Map<Slot, LaidRow>();
  const lay = (slot: Slot, start: Place | undefined) => {
    const row = laidRow(page, slot, start);
    laid.set(slot, row);
    for (const node of row.lines.flatMap((l) => l.nodes)) if (!netAt.has(node.net)) netAt.set(node.net, node);
  };
  for (const slot of slots) if (page.rails.has(slot.row.from)) lay(slot, undefined);
  for (const slot of slots) if (!laid.has(slot)) lay(slot, tapFor(page, slots, slot, netAt.get(slot.row.from)));
  return slots.flatMap((slot) => laid.get(slot) ?? []);
}

/**
 * A net far to the right leaves no room after it, and a wire to a row that is not a neighbour would cross others:
 * such a row begins anew at the left, under the net's name.
 */
function tapFor({ folded, left, right }: Page, slots: readonly Slot[], slot: Slot, net: Place | undefined): Place | undefined {
  const i = slots.indexOf(slot);
  const beside = slots.some((s, k) => Math.abs(k - i) === 1 && s.y === net?.y);
  return folded || !beside || (net && net.x > (left + right) / 2) ? undefined : net;
}

type Group = readonly Part[];

function laidRow(page: Page, slot: Slot, start: Place | undefined): LaidRow {
  const { row, packed } = slot;
  const groups = row.parts.map((p): Group => (Array.isArray(p) ? p : [p]).map((id) => partOf(page.machine, id)));
  const nets = joints(row.from, row.to, groups);
  const lines: LaidLine[] = [];
  for (let from = 0; from < groups.length; from += page.capacity) lines.push(laidLine(page, slot, start, groups, nets, from));
  return { title: row.title, packed, lines, ...(start && { tap: { x: start.x, from: start.y, to: slot.y } }) };
}

/** One line of a row: its parts from number `from` on, as many as the page holds. */
function laidLine(
  page: Page,
  slot: Slot,
  start: Place | undefined,
  groups: readonly Group[],
  nets: readonly (string | undefined)[],
  from: number,
): LaidLine {
  const slice = groups.slice(from, from + page.capacity);
  const isLast = from + slice.length === groups.length;
  const y = slot.y + (from / page.capacity) * lineHeight(page, slot.row);
  const { x1, first, end } = lineEnds(page, slot, from === 0 ? start : undefined, from === 0, isLast);
  const pitch = (end - first) / slice.length;
  const items = slice.flatMap((group, k) =>
    group.map((part, n): LaidItem => ({ part, x: first + pitch * (k + 0.5), y: y + n * SIDE_BY_SIDE, below: n > 0 })),
  );
  const skipsFirst = from === 0 && !start && page.rails.has(slot.row.from);
  const nodes: LaidNode[] = [];
  for (let k = skipsFirst ? 1 : 0; k <= slice.length; k++) {
    const net = nets[from + k];
    if (net === undefined || (isLast && k === slice.length && page.rails.has(net))) continue;
    nodes.push({ net, x: k === 0 ? x1 : first + pitch * k, y, again: k === 0 && from === 0 && start !== undefined });
  }
  return { y, x1, x2: end, items, nodes };
}

/** Where a line's wire begins, its first part's share of the width begins, and both end. */
function lineEnds(
  { rails, folded, gutter }: Page,
  { row, left, right, packed }: Slot,
  start: Place | undefined,
  isFirst: boolean,
  isLast: boolean,
) {
  const x1 = start?.x ?? (isFirst && rails.has(row.from) ? left : left + 16);
  const first = start ? start.x + (folded ? 0 : 60) : isFirst && !packed ? left + gutter : x1;
  // A line that ends at a net and not at a rail stops short of the rail it would seem to touch.
  const end = isLast && rails.has(row.to) ? right : right - 34;
  return { x1, first, end };
}

/** The net before each group and after the last: the one that neighbours share. */
function joints(from: string, to: string, groups: readonly Group[]): (string | undefined)[] {
  const nets: (string | undefined)[] = [from];
  for (let i = 0; i + 1 < groups.length; i++) {
    const [here, next] = [netsOf(item(groups, i)), netsOf(item(groups, i + 1))];
    nets.push(here.find((n) => next.includes(n)) ?? outerNet(nets[i], here) ?? next.find((n) => n !== to));
  }
  nets.push(to);
  return nets;
}

const netsOf = (group: Group): string[] => [...item(group, 0).nets];
/** A part without nets of its own (the supply) leaves the far side of its neighbour. */
const outerNet = (before: string | undefined, nets: readonly string[]): string | undefined => nets.find((n) => n !== before);

function railLines({ machine, rows, left, right }: Page, laid: readonly LaidRow[]): SheetLayout["rails"] {
  return machine.sheet.rails.flatMap((rail) => {
    const spans = rows.flatMap((row, i): Place[] => {
      const { lines } = item(laid, i);
      if (row.from === rail.net) return [{ x: left, y: item(lines, 0).y }];
      return row.to === rail.net ? [{ x: right, y: lastOf(lines).y }] : [];
    });
    const [first] = spans;
    if (!first) return [];
    const ys = spans.map((s) => s.y);
    return [
      {
        name: rail.name,
        x: first.x,
        top: Math.min(...ys) - 12,
        bottom: Math.max(...ys) + 12,
        end: first.x === left ? ("start" as const) : ("end" as const),
      },
    ];
  });
}
