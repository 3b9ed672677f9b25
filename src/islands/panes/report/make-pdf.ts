import type { ReportAsked, ReportTold } from "../../../workers/report.worker";
import { replica } from "../../replica/replica";

export type PdfAsked = Exclude<ReportAsked, { is: "picture" }>;

/** Makes a PDF away from the page; pictures are handed over one after the other. Rejects with why. */
export function makePdf(asked: PdfAsked, progress: (share: number) => void): Promise<Blob> {
  const worker = new Worker(new URL("../../../workers/report.worker.ts", import.meta.url), { type: "module" });
  const say = (message: ReportAsked) => worker.postMessage(message);
  const pdf = new Promise<Blob>((resolve, reject) => {
    worker.onerror = (e) => reject(new Error(e.message || "the worker could not be loaded"));
    worker.onmessage = ({ data }: MessageEvent<ReportTold>) => {
      switch (data.is) {
        case "progress":
          return progress(data.done / data.of);
        case "wants":
          return void pictureOf(data.file).then((bytes) => say({ is: "picture", file: data.file, bytes }));
        case "failed":
          return reject(new Error(data.why));
        case "pdf":
          return resolve(new Blob([data.bytes], { type: "application/pdf" }));
      }
    };
    say(asked);
  });
  void pdf.finally(() => worker.terminate()).catch(() => undefined);
  return pdf;
}

async function pictureOf(file: string): Promise<Uint8Array | undefined> {
  const blob = await replica()
    .findFile(file)
    .catch(() => undefined);
  return blob && new Uint8Array(await blob.arrayBuffer());
}
