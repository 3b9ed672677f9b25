import { item, lastOf } from "../../../core/model/array/at";
import { type Machine, type Part, partOf } from "../../../core/model/machine/format";
import {
  ABOVE,
  lineCount,
  lineHeight,
  NAME_ABOVE,
  nameAbove,
  openHeight,
  openRows,
  type Page,
  pageOf,
  type Row,
  type RowLook,
  sideBySide,
  spreadOf,
  TOP,
} from "./rooms";

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
  /** Place among the machine file's rows. */
  readonly index: number;
  /** Shares its line with others like it; the name stands above it. */
  readonly packed: boolean;
  /** Folded to a thin line with its name: it is not in question, or there is no room. */
  readonly thin: boolean;
  readonly lines: readonly LaidLine[];
  /** Wire from the net of another row down or up to this one's start. */
  readonly tap?: { readonly x: number; readonly from: number; readonly to: number };
}

/** One line of a row; a long row is folded onto several. */
export interface LaidLine {
  readonly y: number;
  readonly x1: number;
  readonly x2: number;
  /** Width that each part has. */
  readonly pitch: number;
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

/** Where a row may stand. */
interface Slot {
  readonly row: Row;
  readonly y: number;
  readonly left: number;
  readonly right: number;
  readonly packed: boolean;
  readonly thin: boolean;
}

/**
 * Lays the machine file's rows out between its rails, those in question open as far as `height` allows, the others folded to thin lines; rows are broken
 * where `width` is short. `order` (indices) changes the order of the rows; `looks` says how each stands.
 */
export function layoutSheet(
  machine: Machine,
  {
    width,
    height,
    order,
    looks,
  }: {
    readonly width: number;
    readonly height: number;
    readonly order?: readonly number[] | undefined;
    readonly looks: readonly RowLook[];
  },
): SheetLayout {
  const page = pageOf(machine, width, order, looks);
  const open = openRows(page, height);
  const { slots, bottom } = slotsOf(page, open, spreadOf(page, open, height));
  const rows = laidRows(page, slots);
  return { width, height: bottom, rows, rails: railLines(page, rows) };
}

function slotsOf(page: Page, open: ReadonlySet<Row>, spread: number): { slots: readonly Slot[]; bottom: number } {
  const { apart, left, right, thin } = page;
  let y = TOP;
  const slots: Slot[] = [];
  for (const row of page.rows.filter((r) => !apart.includes(r))) {
    if (!open.has(row)) {
      slots.push({ row, y: y + thin / 2, left, right, packed: false, thin: true });
      y += thin;
      continue;
    }
    slots.push({ row, y: y + nameAbove(page, row) + ABOVE, left, right, packed: false, thin: false });
    y += openHeight(page, row) + lineCount(page, row) * spread;
  }
  for (const isThin of [false, true]) {
    const side = packedSlots(
      page,
      apart.filter((r) => open.has(r) !== isThin),
      y,
      isThin,
    );
    slots.push(...side.slots);
    y = side.bottom;
  }
  return { slots: page.rows.flatMap((row) => slots.find((s) => s.row === row) ?? []), bottom: y };
}

/** Rows apart, side by side. */
function packedSlots(page: Page, rows: readonly Row[], top: number, thin: boolean): { slots: Slot[]; bottom: number } {
  const { across, left, right } = page;
  const share = (right - left) / across;
  const height = thin ? page.thin : Math.max(0, ...rows.map((r) => openHeight(page, r)));
  const slots = rows.map((row, i): Slot => {
    const column = i % across;
    const y = top + Math.floor(i / across) * height + (thin ? height / 2 : NAME_ABOVE + ABOVE);
    return { row, y, left: left + column * share, right: left + (column + 1) * share, packed: true, thin };
  });
  return { slots, bottom: top + Math.ceil(rows.length / across) * height };
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
  for (const slot of slots) if (slot.thin) laid.set(slot, thinRow(page, slot));
  for (const slot of slots) if (!slot.thin && page.rails.has(slot.row.from)) lay(slot, undefined);
  for (const slot of slots) if (!laid.has(slot)) lay(slot, tapFor(page, slots, slot, netAt.get(slot.row.from)));
  return slots.flatMap((slot) => laid.get(slot) ?? []);
}

/**
 * A net far to the right leaves no room after it, and a wire to a row that is not a neighbour would cross others:
 * such a row begins anew at the left, under the net's name.
 */
function tapFor({ folded, left, right }: Page, slots: readonly Slot[], slot: Slot, net: Place | undefined): Place | undefined {
  const i = slots.indexOf(slot);
  const beside = slots.some((s, k) => Math.abs(k - i) === 1 && !s.thin && s.y === net?.y);
  return folded || !beside || (net && net.x > (left + right) / 2) ? undefined : net;
}

/** A row by its name alone. */
function thinRow(page: Page, slot: Slot): LaidRow {
  const { row, y, packed } = slot;
  const { x1, end } = lineEnds(page, slot, undefined, true, true);
  return {
    title: row.title,
    index: page.machine.sheet.rows.indexOf(row),
    packed,
    thin: true,
    lines: [{ y, x1, x2: end, pitch: 0, items: [], nodes: [] }],
  };
}

type Group = readonly Part[];

function laidRow(page: Page, slot: Slot, start: Place | undefined): LaidRow {
  const { row, packed } = slot;
  const groups = row.parts.map((p): Group => (Array.isArray(p) ? p : [p]).map((id) => partOf(page.machine, id)));
  const nets = joints(row.from, row.to, groups);
  const lines: LaidLine[] = [];
  for (let from = 0; from < groups.length; from += page.capacity) lines.push(laidLine(page, slot, start, groups, nets, from));
  return {
    title: row.title,
    index: page.machine.sheet.rows.indexOf(row),
    packed,
    thin: false,
    lines,
    ...(start && { tap: { x: start.x, from: start.y, to: slot.y } }),
  };
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
  const side = sideBySide(page, slot.row);
  const items = slice.flatMap((group, k) =>
    group.map((part, n): LaidItem => ({ part, x: first + pitch * (k + 0.5), y: y + n * side, below: n > 0 })),
  );
  const skipsFirst = from === 0 && !start && page.rails.has(slot.row.from);
  const nodes: LaidNode[] = [];
  for (let k = skipsFirst ? 1 : 0; k <= slice.length; k++) {
    const net = nets[from + k];
    if (net === undefined || (isLast && k === slice.length && page.rails.has(net))) continue;
    nodes.push({ net, x: k === 0 ? x1 : first + pitch * k, y, again: k === 0 && from === 0 && start !== undefined });
  }
  return { y, x1, x2: end, pitch, items, nodes };
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
        top: Math.min(...ys) - 10,
        bottom: Math.max(...ys) + 10,
        end: first.x === left ? ("start" as const) : ("end" as const),
      },
    ];
  });
}
