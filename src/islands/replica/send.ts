import { z } from "zod";
import type { Envelope } from "../../core/record/journal/envelope";

/** Holds what our server said of entries that it named; of the others nothing is known. */
export interface Answer {
  readonly acknowledged: ReadonlyMap<string, number>;
  readonly refused: ReadonlyMap<string, string>;
}

/** Why nothing is known of what was sent. It is tried again. */
export interface NotThere {
  readonly why: "no-answer" | "not-ours" | "failed" | "key" | "too-large";
  readonly status?: number;
}

const answerSchema = z.object({
  journal: z.string().min(1),
  acknowledged: z.array(z.object({ id: z.string(), seq: z.number().int().min(1) })),
  refused: z.array(z.object({ id: z.string().optional(), message: z.string() })),
});

const PATIENCE_MS = 10_000;

/**
 * Sends entries once. Only an answer of our own server that names an entry says anything about that entry: a status of 2xx
 * alone does not (a proxy, a sign-in page or a hotel's network may have spoken).
 */
export async function sendEntries(entries: readonly Envelope[]): Promise<Answer | NotThere> {
  let response: Response;
  try {
    response = await fetch("/api/entries", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ entries }),
      redirect: "manual",
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
  } catch {
    return { why: "no-answer" };
  }
  const parsed = answerSchema.safeParse(await response.json().catch(() => undefined));
  const { status } = response;
  if (!parsed.success) return { why: whyNot(response), status };
  const sent = new Set(entries.map((e) => e.id));
  const acknowledged = new Map(parsed.data.acknowledged.filter((a) => sent.has(a.id)).map((a) => [a.id, a.seq]));
  const refused = new Map(
    parsed.data.refused.flatMap(({ id, message }) => (id !== undefined && sent.has(id) && !acknowledged.has(id) ? [[id, message]] : [])),
  );
  return acknowledged.size + refused.size > 0 ? { acknowledged, refused } : { why: "not-ours", status };
}

/** Why an answer says nothing of what was sent. */
export function whyNot(response: Response): NotThere["why"] {
  if (response.headers.get("x-served-by") !== "yennic") return "not-ours";
  if (response.status === 401) return "key";
  return response.status === 413 ? "too-large" : "failed";
}
