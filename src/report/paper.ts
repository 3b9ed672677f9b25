import PDFDocument from "pdfkit";
import type { FontBytes } from "./fonts";
import { type Line, Typeset } from "./typeset";

const SIZES = { A4: [595.28, 841.89], Letter: [612, 792] } as const;
export type PaperSize = keyof typeof SIZES;

const MARGIN = { side: 42, top: 40, foot: 46 };
const LEADING = 1.32;

export const INK = "#17222c";
export const QUIET = "#5d6670";
export const RULE = "#c9c5b8";
export const GOOD = "#0c7a5f";
export const BAD = "#b3261e";
export const SUSPECT = "#8a5600";

interface TextStyle {
  readonly bold?: boolean;
  readonly size?: number;
  readonly colour?: string;
  /** Points from the left margin, and how wide. */
  readonly x?: number;
  readonly width?: number;
  readonly align?: "left" | "right";
  /** Structure tag; the text is a paragraph where it is left out. */
  readonly tag?: "H1" | "H2" | "P" | "LBody" | "TD" | "TH" | "Caption";
}

/** A document of pages, written from top to bottom: nothing is drawn across the end of a page. */
export class Paper {
  readonly width: number;
  y: number = MARGIN.top;
  private readonly doc: PDFKit.PDFDocument;
  private readonly set: Typeset;
  private readonly height: number;
  private readonly root: PDFKit.PDFStructureElement;
  private readonly chunks: Uint8Array[] = [];
  private readonly whole: Promise<void>;

  /** `made`: when what it tells was entered; the file holds no other time, so that the same record gives the same bytes. */
  constructor(size: PaperSize, fonts: FontBytes, { title, made }: { readonly title: string; readonly made: Date }) {
    const [width, height] = SIZES[size];
    this.doc = new PDFDocument({
      size: [width, height],
      margin: 0,
      pdfVersion: "1.7",
      tagged: true,
      displayTitle: true,
      lang: "en",
      bufferPages: true,
      // Only fonts that ship with us: the library's own are not there in a browser.
      font: "",
      info: { Title: title, Creator: "Yennic", Producer: "Yennic", CreationDate: made, ModDate: made },
    });
    this.width = width - 2 * MARGIN.side;
    this.height = height;
    this.set = new Typeset(fonts);
    for (const name of ["plain", "bold", "signs"] as const) this.doc.registerFont(name, fonts[name] as Buffer);
    this.root = this.doc.struct("Document");
    this.doc.addStructure(this.root);
    this.whole = new Promise((resolve) => {
      this.doc.on("data", (chunk: Uint8Array) => this.chunks.push(chunk));
      this.doc.on("end", () => resolve());
    });
  }

  /** Height of a text in a style. */
  heightOf(text: string, { bold, size = 10, x = 0, width = this.width - x }: TextStyle = {}): number {
    return this.set.lines(text, bold ? "bold" : "plain", size, width).length * size * LEADING;
  }

  /** Goes to a new page where less than `points` are left on this one. */
  need(points: number): void {
    if (this.y + points <= this.height - MARGIN.foot) return;
    this.doc.addPage({ size: [this.width + 2 * MARGIN.side, this.height], margin: 0 });
    this.y = MARGIN.top;
  }

  /** Text at the present height, broken into lines and over pages; goes on below it unless told to stay. */
  text(says: string, style: TextStyle & { readonly stay?: boolean } = {}): void {
    const { bold, size = 10, colour = INK, x = 0, width = this.width - x, align = "left", tag = "P", stay } = style;
    const lines = this.set.lines(says, bold ? "bold" : "plain", size, width);
    const from = this.y;
    const element = this.doc.struct(tag);
    this.root.add(element);
    for (const line of lines) {
      this.need(size * LEADING);
      const at = { x: MARGIN.side + x + (align === "right" ? width - line.width : 0), y: this.y };
      element.add(() => this.line(line, at, size, colour));
      this.y += size * LEADING;
    }
    element.end();
    if (stay) this.y = from;
  }

  private line({ runs }: Line, at: { x: number; y: number }, size: number, colour: string): void {
    let { x } = at;
    for (const run of runs) {
      this.doc.font(run.font).fontSize(size).fillColor(colour).text(run.text, x, at.y, { lineBreak: false });
      x += run.width;
    }
  }

  /** A drawing of no words: lines, boxes, ticks. To who hears the page it is told by `says`. */
  figure(says: string, height: number, draw: (pen: PDFKit.PDFDocument, left: number, top: number) => void): void {
    this.need(height);
    const top = this.y;
    this.root.add(this.doc.struct("Figure", { alt: says }, () => draw(this.doc, MARGIN.side, top)));
    this.y = top + height;
  }

  /** A line across, apart from what is read. */
  rule(colour: string = RULE, thick = 0.6): void {
    const { y } = this;
    this.doc.markContent("Artifact", { type: "Layout" });
    this.doc
      .moveTo(MARGIN.side, y)
      .lineTo(MARGIN.side + this.width, y)
      .lineWidth(thick)
      .strokeColor(colour)
      .stroke();
    this.doc.endMarkedContent();
  }

  /** Lets the pen down anywhere as decoration. */
  mark(draw: (pen: PDFKit.PDFDocument, left: number) => void): void {
    this.doc.markContent("Artifact", { type: "Layout" });
    draw(this.doc, MARGIN.side);
    this.doc.endMarkedContent();
  }

  down(points: number): void {
    this.y += points;
  }

  /** Numbers the pages, ends the document and gives its bytes. */
  async end(foot: string): Promise<Uint8Array<ArrayBuffer>> {
    const { count } = this.doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      this.doc.switchToPage(i);
      this.doc.markContent("Artifact", { type: "Pagination" });
      const y = this.height - MARGIN.foot + 16;
      const page = `Page ${i + 1} of ${count}`;
      const [left, right] = [this.set.lines(foot, "plain", 8, this.width - 90)[0], this.set.lines(page, "plain", 8, 90)[0]];
      if (left) this.line(left, { x: MARGIN.side, y }, 8, QUIET);
      if (right) this.line(right, { x: MARGIN.side + this.width - right.width, y }, 8, QUIET);
      this.doc.endMarkedContent();
    }
    this.root.end();
    this.doc.end();
    await this.whole;
    const bytes = new Uint8Array(this.chunks.reduce((n, c) => n + c.length, 0));
    let at = 0;
    for (const c of this.chunks) {
      bytes.set(c, at);
      at += c.length;
    }
    return bytes;
  }
}
