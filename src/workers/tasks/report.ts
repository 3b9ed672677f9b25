import plain from "@fontsource/barlow/files/barlow-latin-400-normal.woff?url";
import bold from "@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff?url";
import signs from "dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf?url";
import type { Report } from "../../core/speech/words/report/report";
import type { TechnicianRecord } from "../../core/speech/words/report/technician-record";
import { customerPdf } from "../../report/customer-pdf";
import type { FontBytes } from "../../report/fonts";
import type { PaperSize } from "../../report/paper";
import { recordPdf } from "../../report/record-pdf";
import { Typeset } from "../../report/typeset";

/** Holds what is to be made, with the time of the last entry. */
export type PdfAsked = { readonly size: PaperSize; readonly made: string } & (
  | { readonly is: "customer"; readonly report: Report }
  | { readonly is: "record"; readonly record: TechnicianRecord }
);

/** A report as PDF, with the letters in it that no font has: they are drawn as boxes. `pictures` brings a picture by its file, one after the other; `progress` hears how many of how many steps are done. */
export async function pdf(
  asked: PdfAsked,
  pictures: (file: string) => Promise<Uint8Array | undefined>,
  progress: (done: number, of: number) => void,
): Promise<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly lacking: readonly string[] }> {
  const fonts = await loaded();
  const made = new Date(asked.made);
  const lacking = new Typeset(fonts).lacking(JSON.stringify(asked.is === "record" ? asked.record : asked.report));
  if (asked.is === "record") return { bytes: await recordPdf(asked.record, asked.size, fonts, made), lacking };
  return { bytes: await customerPdf({ report: asked.report, size: asked.size, fonts, made, pictures, progress }), lacking };
}

async function loaded(): Promise<FontBytes> {
  const bytes = async (url: string) => new Uint8Array(await (await fetch(url)).arrayBuffer());
  const [p, b, s] = await Promise.all([bytes(plain), bytes(bold), bytes(signs)]);
  return { plain: p, bold: b, signs: s };
}
