import type { z } from "zod";

/** Says how a body of an earlier version, or of a kind that was given up, becomes one of a later version. */
export interface Upcaster {
  readonly from: { readonly kind: string; readonly version: number };
  /** Version of this kind that comes out. */
  readonly to: number;
  /** Shape of what goes in. */
  readonly schema: z.ZodType;
  readonly up: (body: unknown) => unknown;
}

/** An upcaster whose function sees the body that its schema let through. */
export const upcaster = <S extends z.ZodType>(
  from: Upcaster["from"],
  to: number,
  schema: S,
  up: (body: z.infer<S>) => unknown,
): Upcaster => ({ from, to, schema, up: (body) => up(body as z.infer<S>) });

/** Holds what the journal has to know of a kind of entry. */
interface Readable {
  readonly kind: string;
  readonly version: number;
  readonly schema: z.ZodType;
  readonly upcasters: readonly Upcaster[];
}

/** Why an entry can't be read by this version. It is kept, and counts for nothing. */
export type Unread =
  | { readonly code: "unknown-kind" }
  | { readonly code: "newer"; readonly reads: number }
  | { readonly code: "invalid"; readonly error: z.ZodError };

export type BodyResult =
  | { readonly ok: true; readonly kind: string; readonly version: number; readonly body: unknown }
  | { readonly ok: false; readonly unread: Unread };

/** Reads a body by its kind and version, bringing an earlier one up to date step by step. */
export function readBody(kinds: readonly Readable[], kind: string, version: number, body: unknown): BodyResult {
  const own = kinds.find((k) => k.kind === kind);
  if (own && version > own.version) return { ok: false, unread: { code: "newer", reads: own.version } };
  if (own && version === own.version) {
    const parsed = own.schema.safeParse(body);
    return parsed.success
      ? { ok: true, kind, version, body: parsed.data }
      : { ok: false, unread: { code: "invalid", error: parsed.error } };
  }
  for (const target of kinds) {
    const step = target.upcasters.find((u) => u.from.kind === kind && u.from.version === version);
    if (!step) continue;
    const parsed = step.schema.safeParse(body);
    if (!parsed.success) return { ok: false, unread: { code: "invalid", error: parsed.error } };
    return readBody(kinds, target.kind, step.to, step.up(parsed.data));
  }
  return { ok: false, unread: { code: "unknown-kind" } };
}
