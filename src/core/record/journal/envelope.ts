import { z } from "zod";

/** Holds what a stream of entries is about. */
const STREAMS = ["job", "machine", "person", "stock", "place"] as const;
export type StreamOf = (typeof STREAMS)[number];

const uuid = z.uuid({ version: "v7" });
const streamId = z.string().regex(/^[a-zA-Z0-9][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");

const streamSchema = z.union([
  z.strictObject({ of: z.literal("job").describe("A job."), id: uuid.describe("UUID version 7 of the job.") }),
  z.strictObject({
    of: z.enum(["machine", "person", "stock", "place"]).describe("A machine, a person, what lies in stock, or a place."),
    id: streamId.describe("Its id."),
  }),
]);

const fields = {
  id: uuid.describe("UUID version 7, made where the entry is made."),
  at: z.iso.datetime({ offset: true }).describe("When it was made."),
  by: z.string().trim().min(1).max(120).describe("Who made it."),
  kind: z
    .string()
    .regex(/^[a-z][a-z0-9-]{0,39}$/, "a kind of lower-case letters, digits and hyphens")
    .describe("What sort of fact it is."),
};

/** Holds what every entry has, whatever its kind: it can be kept and passed on by a version that does not know the kind. */
export const envelopeSchema = z
  .strictObject({
    ...fields,
    stream: streamSchema.describe("What it is about."),
    version: z.number().int().min(1).max(1000).describe("Version of the body's shape."),
    body: z.record(z.string(), z.unknown()).describe("The fact itself; its shape is the kind's."),
  })
  .describe("One immutable fact.");
export type Envelope = Readonly<z.infer<typeof envelopeSchema>>;

/** An entry with its place in the server's order. */
export interface Sequenced {
  readonly seq: number;
  readonly entry: Envelope;
}

/** As the first version wrote it: always about a job, no version. */
const firstEnvelope = z.strictObject({ ...fields, job: uuid, body: z.record(z.string(), z.unknown()) });

type EnvelopeResult = { readonly ok: true; readonly envelope: Envelope } | { readonly ok: false; readonly error: z.ZodError };

/** Reads the envelope of an entry, of this version or the first. */
export function readEnvelope(data: unknown): EnvelopeResult {
  if (typeof data === "object" && data !== null && "job" in data) {
    const first = firstEnvelope.safeParse(data);
    if (!first.success) return { ok: false, error: first.error };
    const { job, ...rest } = first.data;
    return { ok: true, envelope: { ...rest, stream: { of: "job", id: job }, version: 1 } };
  }
  const parsed = envelopeSchema.safeParse(data);
  return parsed.success ? { ok: true, envelope: parsed.data } : { ok: false, error: parsed.error };
}
