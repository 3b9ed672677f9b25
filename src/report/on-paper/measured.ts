import type { MeasuredRow, MeasuredScale, Shown } from "../../core/speech/words/report/measured";
import { GOOD, INK, type Paper, QUIET } from "../paper";
import { COLOURS, INDENT, SIGNS } from "./style";

const SCALE_HEIGHT = 62;

/** Two scales beside each other: what is healthy, before and now. */
export function scalesOn(paper: Paper, all: readonly MeasuredScale[]): void {
  const gap = 18;
  const width = (paper.width - INDENT - gap) / 2;
  for (let i = 0; i < all.length; i += 2) {
    paper.need(SCALE_HEIGHT);
    const top = paper.y;
    all.slice(i, i + 2).forEach((scale, k) => {
      paper.y = top;
      scaleOn(paper, scale, INDENT + k * (width + gap), width);
    });
    paper.y = top + SCALE_HEIGHT;
  }
}

function scaleOn(paper: Paper, { place, to, toSays, low, high, healthy, marks }: MeasuredScale, x: number, width: number): void {
  const top = paper.y;
  const at = (value: number) => (Math.min(Math.max(0, value), to) / to) * width;
  paper.text(clipped(paper, place, width, 9), { bold: true, size: 9, x, width, stay: true });
  const says = marks.map((m) => `${SIGNS[m.verdict]} ${m.when} ${m.says}`);
  paper.y = top + 13;
  paper.text(says[0] ?? "", { size: 9, bold: true, x, width: width / 2, colour: COLOURS[marks[0]?.verdict ?? "pass"], stay: true });
  if (says[1])
    paper.text(says[1], {
      size: 9,
      bold: true,
      x: x + width / 2,
      width: width / 2,
      align: "right",
      colour: COLOURS[marks[1]?.verdict ?? "pass"],
      stay: true,
    });
  paper.y = top + 26;
  paper.figure(`${place}: healthy ${healthy}; ${says.join("; ")}`, 16, (pen, left) => {
    const [x0, y0] = [left + x, top + 28];
    pen
      .rect(x0 + at(low), y0, Math.max(1, at(high) - at(low)), 9)
      .fillColor("#dcece4")
      .fill();
    pen
      .moveTo(x0, y0 + 9)
      .lineTo(x0 + width, y0 + 9)
      .lineWidth(1.2)
      .strokeColor(INK)
      .stroke();
    for (const m of marks) {
      const px = x0 + at(m.value);
      pen
        .moveTo(px, y0 + 8)
        .lineTo(px - 4, y0)
        .lineTo(px + 4, y0)
        .closePath()
        .lineWidth(1);
      if (m.when === "before") pen.fillColor(INK).fill();
      else pen.fillColor("#ffffff").strokeColor(INK).fillAndStroke();
    }
  });
  paper.text("0", { size: 8.5, x, width: 12, colour: QUIET, stay: true });
  paper.text(`healthy ${healthy}`, { size: 8.5, x: x + 14, width: width - 60, colour: GOOD, stay: true });
  paper.text(toSays, { size: 8.5, x: x + width - 46, width: 46, align: "right", colour: QUIET, stay: true });
}

/** A text that fits one line, cut with an ellipsis where it must be. */
function clipped(paper: Paper, text: string, width: number, size: number): string {
  let cut = text;
  while (cut.length > 4 && paper.heightOf(cut, { bold: true, size, width }) > size * 1.4) cut = `${cut.slice(0, -2).trimEnd()}…`;
  return cut;
}

/** A table of what has no scale. */
export function rowsOn(paper: Paper, all: readonly MeasuredRow[]): void {
  const wide = paper.width - INDENT;
  const columns = [0, 0.42, 0.62, 0.81].map((c) => INDENT + c * wide);
  const widths = [0.41, 0.19, 0.18, 0.19].map((c) => c * wide);
  const cell = (says: string, i: number, style: { bold?: boolean; colour?: string } = {}) =>
    paper.text(says, { size: 9, x: columns[i] ?? 0, width: widths[i] ?? 0, tag: "TD", stay: true, ...style });
  ["", "normal", "before", "now"].forEach((h, i) => {
    cell(h, i, { colour: QUIET });
  });
  paper.down(13);
  for (const row of all) {
    const texts = [row.place, row.healthy, shownSays(row.before), shownSays(row.now)];
    const height = Math.max(...texts.map((t, i) => paper.heightOf(t, { size: 9, bold: i > 1, width: widths[i] ?? 0 })));
    paper.need(height + 4);
    const from = paper.y;
    cell(row.place, 0);
    cell(row.healthy, 1);
    cell(texts[2] ?? "", 2, { bold: true, ...(row.before?.verdict && { colour: COLOURS[row.before.verdict] }) });
    cell(texts[3] ?? "", 3, { bold: true, ...(row.now?.verdict && { colour: COLOURS[row.now.verdict] }) });
    paper.y = from + height + 3;
  }
}

const shownSays = (shown: Shown | undefined): string => (shown ? `${shown.verdict ? `${SIGNS[shown.verdict]} ` : ""}${shown.says}` : "");
