import type { Envelope, Sequenced } from "../../core/record/journal/envelope";
import type { entries } from "./schema";

type Row = typeof entries.$inferSelect;

/** The entry that a row of the journal holds, as it was written. */
export const toEnvelope = ({ seq: _, hash: __, streamOf, streamId, ...row }: Row): Envelope => ({
  ...row,
  stream: { of: streamOf, id: streamId },
});

export const toSequenced = (row: Row): Sequenced => ({ seq: row.seq, entry: toEnvelope(row) });
