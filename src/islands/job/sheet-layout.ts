import type { Machine, Part } from "../../core/machine/schema";

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

/**
 * Lays the machine file's rows out between its rails: as far apart as `height` allows, folded where `width` is short.
 * `order` (indices) changes the order of the rows.
 */
export function layoutSheet(machine: Machine, width: number, height: number, order?: readonly number[]): SheetLayout {
  const parts = new Map(machine.parts.map((p) => [p.id, p]));
  const rails = new Set(machine.sheet.rails.map((r) => r.net));
  const asked = (order ?? machine.sheet.rows.map((_, i) => i)).map((i) => machine.sheet.rows[i] as Machine["sheet"]["rows"][number]);
  // Circuits of one part that touch no rail, such as what hangs on a board's plugs, stand side by side, all together.
  const isApart = (row: (typeof asked)[number]) => !rails.has(row.from) && !rails.has(row.to) && row.parts.length === 1;
  const inLine = asked.filter((r) => !isApart(r));
  const apart = asked.filter(isApart);
  const rows = asked[0] && isApart(asked[0]) ? [...apart, ...inLine] : [...inLine, ...apart];
  const left = MARGIN;
  const right = width - MARGIN;
  const longest = Math.max(...rows.map((r) => r.parts.length));
  const folded = (right - left - GUTTER) / longest < PITCH_MIN;
  const gutter = folded ? 0 : GUTTER;
  const capacity = folded ? Math.max(2, Math.floor((right - left) / PITCH_MIN)) : longest;
  const sides = rows.filter((r) => r.parts.some((p) => Array.isArray(p))).length;
  const across = Math.max(1, Math.min(apart.length, folded ? 2 : 4));
  const packedHeight = Math.ceil(apart.length / across) * PACKED;
  const room = height - TOP - sides * SIDE_BY_SIDE - packedHeight;
  const rowHeight = folded ? ROW_MAX : Math.min(ROW_MAX, Math.max(ROW_MIN, room / inLine.length));
  const netAt = new Map<string, { x: number; y: number }>();
  const slots: { row: (typeof rows)[number]; y: number; left: number; right: number; packed: boolean }[] = [];
  let y = TOP;
  for (const row of rows) {
    if (isApart(row)) {
      const share = (right - left) / across;
      const place = apart.indexOf(row);
      const column = place % across;
      slots.push({ row, y: y + ABOVE_PACKED, left: left + column * share, right: left + (column + 1) * share, packed: true });
      if (column === across - 1 || place === apart.length - 1) y += PACKED;
      continue;
    }
    slots.push({ row, y, left, right, packed: false });
    const lines = Math.ceil(row.parts.length / capacity);
    const tall = row.parts.some((p) => Array.isArray(p));
    y += lines * rowHeight + (tall ? SIDE_BY_SIDE : 0) * lines;
  }
  const total = y - 8;

  const place = (
    { row, y: top, left, right, packed: isPacked }: (typeof slots)[number],
    start: { x: number; y: number } | undefined,
  ): LaidRow => {
    const groups = row.parts.map((p) => (Array.isArray(p) ? p : [p]).map((id) => parts.get(id) as Part));
    const nets = joints(row.from, row.to, groups);
    const lines: LaidLine[] = [];
    for (let from = 0; from < groups.length; from += capacity) {
      const slice = groups.slice(from, from + capacity);
      const lineY = top + (from / capacity) * (rowHeight + (row.parts.some((p) => Array.isArray(p)) ? SIDE_BY_SIDE : 0));
      const x1 = from === 0 && start ? start.x : from === 0 && rails.has(row.from) ? left : left + 16;
      const first = from === 0 && start ? start.x + (folded ? 0 : 60) : from === 0 && !isPacked ? left + gutter : x1;
      const last = from + slice.length === groups.length;
      // A line that ends at a net and not at a rail stops short of the rail it would seem to touch.
      const end = last && rails.has(row.to) ? right : right - 34;
      const pitch = (end - first) / slice.length;
      const edge = (k: number) => (k === 0 ? x1 : first + pitch * k);
      const items = slice.flatMap((group, k) =>
        group.map((part, n): LaidItem => ({ part, x: first + pitch * (k + 0.5), y: lineY + n * SIDE_BY_SIDE, below: n > 0 })),
      );
      const nodes: LaidNode[] = [];
      for (let k = from === 0 ? (start || !rails.has(row.from) ? 0 : 1) : 0; k <= slice.length; k++) {
        const net = nets[from + k];
        const isEnd = last && k === slice.length;
        if (net === undefined || (isEnd && rails.has(net) && slice.length > 0)) continue;
        const node = { net, x: edge(k), y: lineY, again: k === 0 && from === 0 && start !== undefined };
        nodes.push(node);
        if (!netAt.has(net)) netAt.set(net, node);
      }
      lines.push({ y: lineY, x1, x2: end, items, nodes });
    }
    const tap = start ? { x: start.x, from: start.y, to: top } : undefined;
    return { title: row.title, packed: isPacked, lines, ...(tap && { tap }) };
  };

  // Rows that tap off another row's net can only be placed once that row is.
  const laid = new Map<number, LaidRow>();
  slots.forEach((slot, i) => {
    if (rails.has(slot.row.from)) laid.set(i, place(slot, undefined));
  });
  slots.forEach((slot, i) => {
    if (laid.has(i)) return;
    const net = netAt.get(slot.row.from);
    // A net far to the right leaves no room after it, and a wire to a row that is not a neighbour would cross others:
    // such a row begins anew at the left, under the net's name.
    const beside = slots.some((s, k) => Math.abs(k - i) === 1 && s.y === net?.y);
    laid.set(i, place(slot, folded || !beside || (net && net.x > (left + right) / 2) ? undefined : net));
  });
  const ordered = slots.map((_, i) => laid.get(i) as LaidRow);
  return { width, height: total, rows: ordered, rails: railLines(machine, rows, ordered, left, right) };
}

/** The net before each group and after the last: the one that neighbours share. */
function joints(from: string, to: string, groups: readonly (readonly Part[])[]): (string | undefined)[] {
  const nets: (string | undefined)[] = [from];
  for (let i = 0; i + 1 < groups.length; i++) {
    const [here, next] = [netsOf(groups[i] as Part[]), netsOf(groups[i + 1] as Part[])];
    nets.push(here.find((n) => next.includes(n)) ?? outerNet(nets[i], here) ?? next.find((n) => n !== to));
  }
  nets.push(to);
  return nets;
}

const netsOf = (group: readonly Part[]): string[] => [...(group[0] as Part).nets];
/** A part without nets of its own (the supply) leaves the far side of its neighbour. */
const outerNet = (before: string | undefined, nets: readonly string[]): string | undefined => nets.find((n) => n !== before);

function railLines(
  machine: Machine,
  rows: readonly { from: string; to: string }[],
  laid: readonly LaidRow[],
  left: number,
  right: number,
): SheetLayout["rails"] {
  return machine.sheet.rails.flatMap((rail) => {
    const spans = rows.flatMap((row, i) => {
      const lines = (laid[i] as LaidRow).lines;
      return row.from === rail.net
        ? [{ x: left, y: lines[0]?.y ?? 0 }]
        : row.to === rail.net
          ? [{ x: right, y: lines.at(-1)?.y ?? 0 }]
          : [];
    });
    if (spans.length === 0) return [];
    const ys = spans.map((s) => s.y);
    const x = (spans[0] as { x: number }).x;
    return [
      {
        name: rail.name,
        x,
        top: Math.min(...ys) - 12,
        bottom: Math.max(...ys) + 12,
        end: x === left ? ("start" as const) : ("end" as const),
      },
    ];
  });
}
