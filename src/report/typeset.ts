import { create, type Font } from "fontkit";
import type { FontBytes, FontName } from "./fonts";
import { visualOrder } from "./visual-order";

/** A stretch of one line in one font. */
interface Run {
  readonly font: FontName;
  readonly text: string;
  readonly width: number;
}
export interface Line {
  readonly runs: readonly Run[];
  readonly width: number;
}

/** Stands for what no font has. */
const UNKNOWN = "□";

/** Breaks text into lines by the widths of its letters; each letter in a font that has it. */
export class Typeset {
  private readonly fonts: Record<FontName, Font>;

  constructor(bytes: FontBytes) {
    const read = (b: Uint8Array) => create(b as Buffer) as Font;
    this.fonts = { plain: read(bytes.plain), bold: read(bytes.bold), signs: read(bytes.signs) };
  }

  /** Lines of a text at a size, none wider than `width` points; what is wider without a space is broken within. */
  lines(text: string, font: "plain" | "bold", size: number, width: number): Line[] {
    return text
      .replaceAll("\t", "    ")
      .split("\n")
      .flatMap((paragraph) => this.wrapped(paragraph, font, size, width));
  }

  widthOf(text: string, font: "plain" | "bold", size: number): number {
    return this.runsOf(text, font, size).reduce((sum, r) => sum + r.width, 0);
  }

  private wrapped(text: string, font: "plain" | "bold", size: number, width: number): Line[] {
    const words = text.split(/ +/).flatMap((w) => this.broken(w, font, size, width));
    const lines: string[] = [];
    let line = "";
    for (const word of words) {
      const longer = line === "" ? word : `${line} ${word}`;
      if (line !== "" && this.widthOf(longer, font, size) > width) {
        lines.push(line);
        line = word;
      } else line = longer;
    }
    return [...lines, line].map((l) => {
      const runs = this.runsOf(l, font, size);
      return { runs, width: runs.reduce((sum, r) => sum + r.width, 0) };
    });
  }

  /** A word that is too wide for any line, in pieces. */
  private broken(word: string, font: "plain" | "bold", size: number, width: number): string[] {
    if (this.widthOf(word, font, size) <= width) return [word];
    const pieces: string[] = [];
    let piece = "";
    for (const letter of word) {
      if (piece !== "" && this.widthOf(piece + letter, font, size) > width) {
        pieces.push(piece);
        piece = letter;
      } else piece += letter;
    }
    return [...pieces, piece];
  }

  /** Letters of a text that no font has, each once. */
  lacking(text: string): readonly string[] {
    return [...new Set(text)].filter((letter) => !/\s/.test(letter) && this.fontOf(letter, "plain") === undefined);
  }

  private fontOf(letter: string, font: "plain" | "bold"): FontName | undefined {
    const at = letter.codePointAt(0) ?? 0;
    return ([font, "signs"] as const).find((f) => this.fonts[f].hasGlyphForCodePoint(at));
  }

  private runsOf(text: string, font: "plain" | "bold", size: number): Run[] {
    const runs = visualOrder(text).flatMap((stretch) => this.inFonts(stretch, font));
    return runs.map((r) => ({ ...r, width: (this.fonts[r.font].layout(r.text).advanceWidth / this.fonts[r.font].unitsPerEm) * size }));
  }

  private inFonts(text: string, font: "plain" | "bold"): { font: FontName; text: string }[] {
    const runs: { font: FontName; text: string }[] = [];
    for (const letter of text) {
      const own = this.fontOf(letter, font);
      const run = { font: own ?? ("signs" as const), text: own ? letter : UNKNOWN };
      const last = runs.at(-1);
      if (last?.font === run.font) last.text += run.text;
      else runs.push(run);
    }
    return runs;
  }
}
