import type { Report } from "../../core/speech/words/report/report";
import { INK, type Paper, QUIET } from "../paper";

/** Two lines to sign, the customer's with the name that was drawn. */
export function signedOn(paper: Paper, { signed: by, shop }: Report): void {
  paper.need(92);
  paper.text("Manufacturer's instructions and local code come before this report.", { size: 8.5, colour: QUIET });
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
