import Papa from "papaparse";

/** Rows as CSV (RFC 4180, but each line ends in a line feed alone). A cell that a spreadsheet would run as a formula is made text by an apostrophe before it. */
export const csvOf = (head: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  `${Papa.unparse([[...head], ...rows.map((r) => [...r])], { escapeFormulae: true, newline: "\n" })}\n`;
