import type { TechnicianRecord } from "../core/speech/words/report/technician-record";
import type { FontBytes } from "./fonts";
import { BAD, INK, Paper, type PaperSize, QUIET } from "./paper";

/** The technician's own record as PDF: every entry with its time, who made it, the state of the machine, the meter. Same record, same bytes. */
export async function recordPdf(record: TechnicianRecord, size: PaperSize, fonts: FontBytes, made: Date): Promise<Uint8Array<ArrayBuffer>> {
  const paper = new Paper(size, fonts, { title: record.title, made });
  paper.text(record.title, { bold: true, size: 16, tag: "H1" });
  paper.text(record.about, { colour: QUIET });
  paper.down(6);
  paper.rule(INK, 1.2);
  paper.down(6);
  const says = { x: 112, width: paper.width - 112 };
  for (const row of record.rows) {
    const height = paper.heightOf(row.says, { ...says, size: 9.5 }) + paper.heightOf(row.state, { ...says, size: 8 });
    paper.need(height + 4);
    const top = paper.y;
    paper.text(row.when, { size: 8.5, width: 106, stay: true, tag: "TD" });
    paper.y = top + 11;
    paper.text(row.by, { size: 8, width: 106, colour: QUIET, stay: true, tag: "TD" });
    paper.y = top;
    paper.text(row.says, { ...says, size: 9.5, tag: "TD" });
    if (row.state !== "") paper.text(row.state, { ...says, size: 8, colour: row.counts ? QUIET : BAD, tag: "TD" });
    paper.y = Math.max(paper.y, top + 22) + 3;
  }
  return paper.end(record.made);
}
