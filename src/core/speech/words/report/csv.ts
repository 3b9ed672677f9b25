import Papa from "papaparse";

/** A spreadsheet would run what begins so as a formula. */
const FORMULA = /^[=+\-@\t\r]/;
const NUMBER = /^[-+]?\d+(\.\d+)?$/;

/** Text as text, whatever lines it has: an apostrophe before what would be a formula. A number stays one. */
const asText = (cell: string | number): string | number =>
  typeof cell === "string" && FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell;

/** Rows as CSV (RFC 4180, but each line ends in a line feed alone). A cell that a spreadsheet would run as a formula is made text. */
export const csvOf = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `${Papa.unparse([[...head], ...rows.map((r) => r.map(asText))], { newline: "\n" })}\n`;
