import type { ReportSection } from "../../core/speech/words/report/report";
import { type Paper, RULE } from "../paper";
import { INDENT } from "./style";

/** Gives a picture's bytes by its name, or nothing where it can't be had now. */
export type PictureOf = (file: string) => Promise<Uint8Array | undefined>;

const PHOTO_HEIGHT = 190;

/** Two beside each other, each with what it shows. */
export async function photosOn(
  paper: Paper,
  all: NonNullable<ReportSection["photos"]>,
  pictures: PictureOf,
  step: () => void,
): Promise<void> {
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
