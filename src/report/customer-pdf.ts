import type { Report, ReportSection } from "../core/speech/words/report/report";
import type { FontBytes } from "./fonts";
import { billOn } from "./on-paper/bill";
import { rowsOn, scalesOn } from "./on-paper/measured";
import { type PictureOf, photosOn } from "./on-paper/photos";
import { signedOn } from "./on-paper/signed";
import { INDENT } from "./on-paper/style";
import { INK, Paper, type PaperSize, QUIET, SUSPECT } from "./paper";

type Progress = (done: number, of: number) => void;

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
  signedOn(paper, report);
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
  if (section.scales) scalesOn(paper, section.scales);
  if (section.rows && section.rows.length > 0) rowsOn(paper, section.rows);
  if (section.bill) billOn(paper, section.bill);
  if (section.photos) await photosOn(paper, section.photos, pictures, step);
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
