import { MOST_FILE_BYTES } from "../../../../core/record/files/file";
import type { LogAnswer } from "../../../../workers/tasks/logs";
import { calculate } from "../../../store/calculator";

/** A logger's file as it was read. */
export interface ReadFile {
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly answer: LogAnswer;
}

/** Reads a logger's file away from the page. */
export async function readFile(name: string, file: Blob): Promise<ReadFile> {
  if (file.size > MOST_FILE_BYTES) {
    const why = `is ${Math.ceil(file.size / 1e6)} MB large; expected at most ${MOST_FILE_BYTES / 1e6} MB: log less often, or a shorter time`;
    return { name, bytes: new Uint8Array(), answer: { ok: false, why } };
  }
  const bytes = new Uint8Array(await file.arrayBuffer());
  return { name, bytes, answer: await read(bytes) };
}

const read = (bytes: Uint8Array<ArrayBuffer>): Promise<LogAnswer> =>
  calculate("readLogFile", bytes).catch((error: Error): LogAnswer => ({ ok: false, why: `could not be read here (${error.message})` }));
