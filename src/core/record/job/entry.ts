import { z } from "zod";
import { type Envelope, envelopeSchema, readEnvelope } from "../journal/envelope";
import { readBody, type Unread } from "../journal/upcast";
import { readStockBody, STOCK, STOCK_KINDS } from "../stock/kinds";
import { type Body, type Draft, ENTRY_KINDS, type EntryKind, entryKind } from "./kinds/index";

type Stamped = Omit<Envelope, "kind" | "body">;
/** One immutable fact of a job, in the present version of its kind. */
export type Entry = { [K in EntryKind]: Stamped & { readonly kind: K; readonly body: Body<K> } }[EntryKind];

/** An entry that this version can't read. It is kept and shown as such, counts for nothing and blocks nothing. */
export interface Unreadable {
  readonly envelope: Envelope;
  readonly unread: Unread;
}

export type Kept = { readonly readable: true; readonly entry: Entry } | { readonly readable: false; readonly entry: Unreadable };

/** Reads an entry whose envelope is right; what its body is, may be anything. */
export function readKept(envelope: Envelope): Kept {
  const { kind, version, body, ...stamped } = envelope;
  const read = readBody(ENTRY_KINDS, kind, version, body);
  if (!read.ok) return { readable: false, entry: { envelope, unread: read.unread } };
  const entry = { ...stamped, kind: read.kind, version: read.version, body: read.body } as Entry;
  const { stream } = entryKind(entry);
  if (stream === envelope.stream.of) return { readable: true, entry };
  const message = `is “${envelope.stream.of}”; “${kind}” is about a ${stream}`;
  const error = atPath(["stream", "of"], message, envelope.stream.of);
  return { readable: false, entry: { envelope, unread: { code: "invalid", error } } };
}

/** An entry whose envelope is right, as it was written and as this version reads it. */
export interface Checked {
  readonly envelope: Envelope;
  readonly kept: Kept;
}
type EntryResult = ({ readonly ok: true } & Checked) | { readonly ok: false; readonly error: z.ZodError };

/**
 * Checks an entry at a border: its envelope must be right, and so must the body of a kind and version that are known. What is
 * newer or of an unknown kind is let through unread. The envelope comes out as it was written.
 */
export function checkEntry(data: unknown): EntryResult {
  const enveloped = readEnvelope(data);
  if (!enveloped.ok) return enveloped;
  const kept = readKept(enveloped.envelope);
  if (enveloped.envelope.stream.of === STOCK.of) return checkStock(enveloped.envelope, kept);
  if (kept.readable || kept.entry.unread.code !== "invalid") return { ...enveloped, kept };
  const { issues } = kept.entry.unread.error;
  return { ok: false, error: new z.ZodError(issues.map((i) => ({ ...i, path: i.path[0] === "stream" ? i.path : ["body", ...i.path] }))) };
}

/** Of the stock: its body must be right too, where this version knows its kind. */
function checkStock(envelope: Envelope, kept: Kept): EntryResult {
  if (envelope.stream.id !== STOCK.id) return { ok: false, error: atPath(["stream", "id"], `there is one stock, “${STOCK.id}”`, envelope) };
  const read = readStockBody(envelope.kind, envelope.version, envelope.body);
  if (read.ok || read.unread.code !== "invalid") return { ok: true, envelope, kept };
  return { ok: false, error: new z.ZodError(read.unread.error.issues.map((i) => ({ ...i, path: ["body", ...i.path] }))) };
}

const atPath = (path: string[], message: string, input: unknown): z.ZodError => new z.ZodError([{ code: "custom", path, message, input }]);

/** Id, time and author of an entry, whether or not it can be read. */
export const stampOf = (kept: Kept): Pick<Envelope, "id" | "at" | "by"> => (kept.readable ? kept.entry : kept.entry.envelope);

/** An entry about a job from what was drafted. */
export const stamp = (job: string, draft: Draft, made: { readonly id: string; readonly at: string; readonly by: string }): Entry =>
  ({ ...made, stream: { of: "job", id: job }, version: entryKind(draft).version, ...draft }) as Entry;

/** First problem of what was refused, as one sentence that names the field. */
export function firstIssue(error: z.ZodError, prefix: readonly (string | number)[] = []): { field: string; message: string } {
  const [issue] = error.issues;
  const field = [...prefix, ...(issue?.path ?? [])].map(String).join(".");
  return { field, message: `${field || "the request"}: ${issue?.message ?? "is not right"}` };
}

/** The published format: the envelope, with the body that each kind has. */
export const entrySchema = z
  .discriminatedUnion(
    "kind",
    [...ENTRY_KINDS, ...STOCK_KINDS].map((k) =>
      envelopeSchema.safeExtend({ kind: z.literal(k.kind), version: z.literal(k.version), body: k.schema as z.ZodObject }),
    ) as unknown as [z.ZodObject, ...z.ZodObject[]],
  )
  .describe("One immutable fact of a job, or of the stock.");
