import type { Bill } from "../core/job/bill";
import type { MeasuredRow, MeasuredScale, Shown } from "../core/language/measured";
import type { Report, ReportSection } from "../core/language/report";
import { moneySays } from "../core/quantity/money";
import type { FontBytes } from "./fonts";
import { BAD, GOOD, INK, Paper, type PaperSize, QUIET, RULE, SUSPECT } from "./paper";

/** Points from the left at which a section's words begin, beside its name. */
const INDENT = 92;
const SIGNS = { pass: "✓", fail: "✗", "cant-tell": "?" } as const;
const COLOURS = { pass: GOOD, fail: BAD, "cant-tell": SUSPECT } as const;

/** Gives a picture's bytes by its name, or nothing where it can't be had now. */
export type PictureOf = (file: string) => Promise<Uint8Array | undefined>;
export type Progress = (done: number, of: number) => void;

interface Asked {
  readonly report: Report;
  readonly size: PaperSize;
  readonly fonts: FontBytes;
  /** When the last entry was made. */
  readonly made: Date;
  readonly pictures: PictureOf;
  readonly progress?: Progress;
}

/** The customer's page as PDF. Pictures are fetched one after the other. Same report, same bytes. */
export async function customerPdf({
  report,
  size,
  fonts,
  made,
  pictures,
  progress = () => undefined,
}: Asked): Promise<Uint8Array<ArrayBuffer>> {
  const paper = new Paper(size, fonts, { title: `${report.about}: ${report.title}`, made });
  const steps = report.sections.reduce((n, s) => n + 1 + (s.photos?.length ?? 0), 1);
  let done = 0;
  const step = () => progress(++done, steps);
  head(paper, report);
  for (const section of report.sections) {
    await sectionOn(paper, section, pictures, step);
    step();
  }
  signed(paper, report);
  const bytes = await paper.end(report.made);
  step();
  return bytes;
}

function head(paper: Paper, { shop, address, about, machine, title, whose }: Report): void {
  const half = paper.width / 2;
  paper.text(shop, { bold: true, size: 15, width: half, stay: true });
  paper.down(5);
  paper.text(about, { x: half, width: half, align: "right", stay: true });
  paper.down(14);
  paper.text(address, { width: half, colour: QUIET, stay: true });
  paper.text(machine, { x: half, width: half, align: "right" });
  paper.down(5);
  paper.rule(INK, 1.6);
  paper.down(12);
  paper.text(title, { bold: true, size: 23, tag: "H1" });
  paper.text(`For ${whose}`, { size: 12, colour: QUIET });
  paper.down(6);
}

async function sectionOn(paper: Paper, section: ReportSection, pictures: PictureOf, step: () => void): Promise<void> {
  paper.need(40);
  paper.rule();
  paper.down(6);
  paper.text(section.name, { bold: true, size: 11, tag: "H2", width: INDENT - 8, stay: true });
  const first = section.lines.length > 0 || section.bill || (section.rows ?? []).length + (section.scales ?? []).length > 0;
  if (!first) paper.down(2);
  if (section.warns) warned(paper, section.lines);
  else for (const line of section.lines) paper.text(line, { x: INDENT, tag: section.lines.length > 1 ? "LBody" : "P" });
  if (section.scales) scales(paper, section.scales);
  if (section.rows && section.rows.length > 0) rows(paper, section.rows);
  if (section.bill) bill(paper, section.bill);
  if (section.photos) await photos(paper, section.photos, pictures, step);
  paper.down(8);
}

/** In a frame, with its mark: never by colour alone. */
function warned(paper: Paper, lines: readonly string[]): void {
  for (const line of lines) {
    const says = `⚠ ${line}`;
    const height = paper.heightOf(says, { x: INDENT + 8, width: paper.width - INDENT - 16, bold: true }) + 8;
    paper.need(height);
    const top = paper.y;
    paper.mark((pen, left) =>
      pen
        .rect(left + INDENT, top, paper.width - INDENT, height - 2)
        .dash(3, { space: 2 })
        .lineWidth(1)
        .strokeColor(SUSPECT)
        .stroke()
        .undash(),
    );
    paper.down(3);
    paper.text(says, { x: INDENT + 8, width: paper.width - INDENT - 16, bold: true });
    paper.y = top + height + 2;
  }
}

const SCALE_HEIGHT = 62;

/** Two scales beside each other: what is healthy, before and now. */
function scales(paper: Paper, all: readonly MeasuredScale[]): void {
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
function rows(paper: Paper, all: readonly MeasuredRow[]): void {
  const wide = paper.width - INDENT;
  const columns = [0, 0.42, 0.62, 0.81].map((c) => INDENT + c * wide);
  const widths = [0.41, 0.19, 0.18, 0.19].map((c) => c * wide);
  const cell = (says: string, i: number, style: { bold?: boolean; colour?: string } = {}) =>
    paper.text(says, { size: 9, x: columns[i] ?? 0, width: widths[i] ?? 0, tag: "TD", stay: true, ...style });
  ["", "healthy", "before", "now"].forEach((h, i) => {
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

function bill(paper: Paper, { lines, taxRate, tax, total, currency }: Bill): void {
  const wide = paper.width - INDENT;
  const [how, amount] = [INDENT + wide * 0.46, INDENT + wide * 0.8];
  const row = (what: string, middle: string, cents: number, bold = false) => {
    const style = { bold, size: bold ? 12 : 10 };
    const height = Math.max(
      paper.heightOf(what, { ...style, width: wide * 0.45 }),
      paper.heightOf(middle, { size: 9, width: wide * 0.33 }),
    );
    paper.need(height + 3);
    const from = paper.y;
    paper.text(what, { ...style, x: INDENT, width: wide * 0.45, stay: true, tag: "TD" });
    if (middle !== "") paper.text(middle, { size: 9, x: how, width: wide * 0.33, colour: QUIET, stay: true, tag: "TD" });
    paper.text(moneySays(cents, currency), { ...style, x: amount, width: wide * 0.2, align: "right", stay: true, tag: "TD" });
    paper.y = from + height + 3;
  };
  for (const l of lines)
    row(l.says, l.how ?? [l.item, l.count !== undefined && l.count > 1 ? `${l.count} of them` : ""].filter((x) => x).join(", "), l.cents);
  row("Tax", `${taxRate / 100} % of ${moneySays(total - tax, currency)}`, tax);
  row("To pay", "", total, true);
}

const PHOTO_HEIGHT = 190;

/** Two beside each other, each with what it shows. */
async function photos(paper: Paper, all: NonNullable<ReportSection["photos"]>, pictures: PictureOf, step: () => void): Promise<void> {
  const gap = 14;
  const width = (paper.width - INDENT - gap) / 2;
  for (let i = 0; i < all.length; i += 2) {
    paper.need(PHOTO_HEIGHT + 30);
    const top = paper.y;
    for (const [k, photo] of all.slice(i, i + 2).entries()) {
      const x = INDENT + k * (width + gap);
      const bytes = await pictures(photo.file);
      paper.y = top;
      paper.figure(photo.says, PHOTO_HEIGHT, (pen, left) => {
        pen
          .rect(left + x, top, width, PHOTO_HEIGHT)
          .lineWidth(0.5)
          .strokeColor(RULE)
          .stroke();
        if (bytes) pen.image(bytes as Buffer, left + x, top, { fit: [width, PHOTO_HEIGHT], align: "center", valign: "center" });
      });
      paper.y = top + PHOTO_HEIGHT + 3;
      paper.text(bytes ? photo.says : `${photo.says} (the picture is not here)`, { size: 8.5, x, width, tag: "Caption", stay: true });
      step();
    }
    paper.y = top + PHOTO_HEIGHT + 30;
  }
}

/** Two lines to sign, the customer's with the name that was drawn. */
function signed(paper: Paper, { signed: by, shop }: Report): void {
  paper.need(92);
  paper.text("The maker’s sheet, local codes and licensed practice come before this report.", { size: 8.5, colour: QUIET });
  paper.down(8);
  const half = paper.width / 2 - 10;
  const top = paper.y;
  const strokes = by?.strokes ?? [];
  if (strokes.length > 0)
    paper.figure(`Signature of ${by?.to ?? "the customer"}`, 50, (pen, left) => {
      for (const s of strokes) {
        pen.moveTo(left + ((s[0] ?? 0) / 1000) * half, top + ((s[1] ?? 0) / 300) * 50);
        for (let i = 2; i + 1 < s.length; i += 2) pen.lineTo(left + ((s[i] ?? 0) / 1000) * half, top + ((s[i + 1] ?? 0) / 300) * 50);
        pen.lineWidth(1.4).lineCap("round").lineJoin("round").strokeColor(INK).stroke();
      }
    });
  paper.y = top + 54;
  const y = paper.y;
  paper.mark((pen, left) => {
    pen
      .moveTo(left, y)
      .lineTo(left + half, y)
      .moveTo(left + half + 20, y)
      .lineTo(left + paper.width, y)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
  });
  paper.down(4);
  paper.text(by ? `${by.to}, ${by.when}` : "Customer", { size: 9, width: half, stay: true });
  paper.text(by ? `${by.by}, ${shop}` : "Technician", { size: 9, x: half + 20, width: half });
}
