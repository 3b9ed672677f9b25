import type { ListedJob } from "../../core/speech/words/job-row";
import type { Database } from "../database/handle";
import { entriesInChunks } from "./read-journal";

const encoder = new TextEncoder();

/** `{"job", "entries", "seqs"}` as JSON text, written some hundred entries at a time, so that a long job holds up nobody. */
export function jobStream(db: Database, job: ListedJob, after: number): ReadableStream<Uint8Array> {
  async function* text(): AsyncGenerator<string> {
    const seqs: number[] = [];
    yield `{"job":${JSON.stringify(job)},"entries":[`;
    for await (const chunk of entriesInChunks(db, job.id, after)) {
      yield (seqs.length > 0 ? "," : "") + chunk.map((s) => JSON.stringify(s.entry)).join(",");
      for (const { seq } of chunk) seqs.push(seq);
    }
    yield `],"seqs":${JSON.stringify(seqs)}}`;
  }
  const parts = text();
  return new ReadableStream({
    pull: async (controller) => {
      const { done, value } = await parts.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    cancel: async () => void (await parts.return(undefined)),
  });
}
