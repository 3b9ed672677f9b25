import { createHash } from "node:crypto";
import { canonicalJson } from "../../core/model/machine/revision";
import type { Envelope } from "../../core/record/journal/envelope";

/**
 * Hash of an entry as it stands in the journal: SHA-256 over the hash before it (of the first: the journal's id), its number
 * and its content with sorted keys, in hexadecimal. Whoever changes, drops or inserts a row changes every hash after it.
 */
export function linkOf(before: string, seq: number, entry: Envelope): string {
  return createHash("sha256")
    .update(`${before}\n${seq}\n${canonicalJson(entry)}`)
    .digest("hex");
}
