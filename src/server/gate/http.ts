import type { z } from "zod";
import { firstIssue } from "../../core/record/job/entry";
import { storageErrorOf } from "../database/storage-error";

const MAX_BODY_BYTES = 1_000_000;

/** A request that can't be served, with the field that is wrong. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly field?: string,
  ) {
    super(message);
  }
}

export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { "content-type": "application/json", "cache-control": "no-store" } });

export const errorJson = (status: number, message: string, field?: string, more: object = {}): Response =>
  json({ error: { message, ...(field !== undefined && { field }) }, ...more }, status);

/** Reads and checks a JSON body. Throws {@link HttpError}: 415, 413 (before reading it all), 400 with the field. */
export async function readBody<T extends z.ZodType>(request: Request, schema: T): Promise<z.infer<T>> {
  const type = request.headers.get("content-type") ?? "";
  if (!/^application\/json\b/i.test(type))
    throw new HttpError(415, `the body is “${type.slice(0, 60) || "of no type"}”; expected application/json`);
  const text = new TextDecoder().decode(await readLimited(request, MAX_BODY_BYTES, "send the entries in smaller batches"));
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new HttpError(400, `the body is not JSON: ${(error as Error).message.slice(0, 120)}`);
  }
  const parsed = schema.safeParse(data);
  if (parsed.success) return parsed.data;
  const issue = firstIssue(parsed.error);
  throw new HttpError(400, issue.message, issue.field);
}

/** The bytes of a body. Throws {@link HttpError} 413, before reading it all, with what to do. */
export async function readLimited(request: Request, most: number, todo: string): Promise<Uint8Array> {
  const tooLarge = () => new HttpError(413, `the body is larger than ${most / 1e6} MB; ${todo}`);
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of request.body ?? []) {
    size += (chunk as Uint8Array).length;
    if (size > most) throw tooLarge();
    chunks.push(chunk as Uint8Array);
  }
  return Buffer.concat(chunks);
}

/** Runs an endpoint; what it throws becomes a clear answer, and the unforeseen is logged and hidden. */
export async function answer(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (thrown) {
    const error = storageErrorOf(thrown);
    if (error instanceof Error && "status" in error && typeof error.status === "number") {
      return errorJson(error.status, error.message, (error as { field?: string }).field);
    }
    console.error(error);
    return errorJson(500, "the server failed; nothing was written. Try again.");
  }
}
