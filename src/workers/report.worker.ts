import plain from "@fontsource/barlow/files/barlow-latin-400-normal.woff?url";
import bold from "@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff?url";
import signs from "dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf?url";
import type { Report } from "../core/speech/words/report/report";
import type { TechnicianRecord } from "../core/speech/words/report/technician-record";
import { customerPdf } from "../report/customer-pdf";
import type { FontBytes } from "../report/fonts";
import type { PaperSize } from "../report/paper";
import { recordPdf } from "../report/record-pdf";

/** What is to be made, with the time of the last entry; `picture` answers a `wants`. */
export type ReportAsked =
  | { readonly is: "customer"; readonly report: Report; readonly size: PaperSize; readonly made: string }
  | { readonly is: "record"; readonly record: TechnicianRecord; readonly size: PaperSize; readonly made: string }
  | { readonly is: "picture"; readonly file: string; readonly bytes: Uint8Array | undefined };

export type ReportTold =
  | { readonly is: "progress"; readonly done: number; readonly of: number }
  | { readonly is: "wants"; readonly file: string }
  | { readonly is: "pdf"; readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly is: "failed"; readonly why: string };

const tell = (told: ReportTold) => postMessage(told);
const awaited = new Map<string, (bytes: Uint8Array | undefined) => void>();

addEventListener("message", ({ data }: MessageEvent<ReportAsked>) => {
  if (data.is === "picture") return awaited.get(data.file)?.(data.bytes);
  made(data).then(
    (bytes) => tell({ is: "pdf", bytes }),
    (error: unknown) => tell({ is: "failed", why: error instanceof Error ? error.message : String(error) }),
  );
});

async function made(asked: Exclude<ReportAsked, { is: "picture" }>): Promise<Uint8Array<ArrayBuffer>> {
  const fonts = await loaded();
  const at = new Date(asked.made);
  if (asked.is === "record") return recordPdf(asked.record, asked.size, fonts, at);
  return customerPdf({
    report: asked.report,
    size: asked.size,
    fonts,
    made: at,
    pictures: (file) =>
      new Promise((resolve) => {
        awaited.set(file, resolve);
        tell({ is: "wants", file });
      }),
    progress: (done, of) => tell({ is: "progress", done, of }),
  });
}

async function loaded(): Promise<FontBytes> {
  const bytes = async (url: string) => new Uint8Array(await (await fetch(url)).arrayBuffer());
  const [p, b, s] = await Promise.all([bytes(plain), bytes(bold), bytes(signs)]);
  return { plain: p, bold: b, signs: s };
}
