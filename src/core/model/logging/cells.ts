import Papa from "papaparse";

/** Holds what stands between the cells of a line, and between a number and its decimals. */
export interface Separators {
  readonly cell: "," | ";" | "\t";
  readonly decimal: "." | ",";
}

const MARKS = ["\t", ";"] as const;
/** A file is of a kind when so many of its lines are. */
const MOST = 0.5;

/** Tabs and semicolons tell themselves, for no number has them; only where neither is there commas stand between cells, and decimals with one in quotes. */
export function separatorsOf(lines: readonly string[]): Separators {
  const cell = MARKS.find((mark) => lines.filter((l) => l.includes(mark)).length > MOST * lines.length) ?? ",";
  const cells = lines.flatMap((l) => cellsOf(l, cell));
  const [commas, points] = [",", "."].map((mark) => cells.filter((c) => isDecimal(c, mark)).length) as [number, number];
  return { cell, decimal: commas > points ? "," : "." };
}

/** A number with decimals, perhaps with a unit; not a time. */
const isDecimal = (cell: string, mark: string): boolean =>
  cell.split(mark).length === 2 && /^[-+]?\d+[.,]\d+( ?[^\d.,:]{0,12})$/.test(cell);

/** The cells of one line, quotes taken off (RFC 4180). */
export function cellsOf(line: string, mark: Separators["cell"]): string[] {
  const cells = line.includes('"') ? (Papa.parse<string[]>(line, { delimiter: mark }).data[0] ?? []) : line.split(mark);
  return cells.map((c) => c.trim());
}
