import { proxy } from "comlink";
import type { PdfAsked } from "../../../workers/tasks/report";
import { replica } from "../../replica/replica";
import { calculate } from "../../store/calculator";

/** A PDF, with the letters that it can't show. */
interface MadePdf {
  readonly blob: Blob;
  readonly lacking: readonly string[];
}

/** Makes a PDF away from the page; pictures are handed over one after the other. Rejects with why. */
export async function makePdf(asked: PdfAsked, progress: (share: number) => void): Promise<MadePdf> {
  const { bytes, lacking } = await calculate(
    "pdf",
    asked,
    proxy(pictureOf),
    proxy((done: number, of: number) => progress(done / of)),
  );
  return { blob: new Blob([bytes], { type: "application/pdf" }), lacking };
}

async function pictureOf(file: string): Promise<Uint8Array | undefined> {
  const blob = await replica()
    .findFile(file)
    .catch(() => undefined);
  return blob && new Uint8Array(await blob.arrayBuffer());
}
