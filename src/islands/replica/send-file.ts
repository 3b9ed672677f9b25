import { z } from "zod";
import { type NotThere, whyNot } from "./send";
import type { StoredFile } from "./shelf";

const keptSchema = z.object({ kept: z.string() });
const refusalSchema = z.object({ error: z.object({ message: z.string() }) });
/** A large file over a slow line. */
const PATIENCE_MS = 60_000;

/** Sends a file once. Nothing: the server has it; `refused`: it will never take it, and why; else why nothing is known. */
export async function sendFile({ hash, type, bytes }: StoredFile): Promise<{ readonly refused?: string } | NotThere> {
  let response: Response;
  try {
    response = await fetch(`/api/files/${hash}`, {
      method: "POST",
      headers: { "content-type": type },
      body: bytes,
      redirect: "manual",
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
  } catch {
    return { why: "no-answer" };
  }
  const answer: unknown = await response.json().catch(() => undefined);
  if (keptSchema.safeParse(answer).data?.kept === hash) return {};
  const refusal = refusalSchema.safeParse(answer);
  if (refusal.success && REFUSALS.includes(response.status)) return { refused: refusal.data.error.message };
  return { why: whyNot(response), status: response.status };
}

/** That the file is wrong, whenever it is sent. */
const REFUSALS = [400, 413, 415];
