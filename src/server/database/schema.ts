import { desc, sql } from "drizzle-orm";
import { blob, index, integer, sqliteTable, text, uniqueIndex } from "drizzle-orm/sqlite-core";
import type { FileType } from "../../core/record/files/file";
import type { Stage } from "../../core/record/job/stages";
import type { StreamOf } from "../../core/record/journal/envelope";
import type { JobRow } from "../../core/speech/words/job-row";

/**
 * The journal: append-only. `seq` is the server's order; nothing updates or deletes a row. A row is the entry as it was
 * written, in its own version; what it means now is made of it when it is read. `hash` chains it to the row before (see chain.ts).
 */
export const entries = sqliteTable(
  "entries",
  {
    seq: integer("seq").primaryKey({ autoIncrement: true }),
    id: text("id").notNull().unique(),
    streamOf: text("stream_of").$type<StreamOf>().notNull(),
    streamId: text("stream_id").notNull(),
    at: text("at").notNull(),
    by: text("by").notNull(),
    kind: text("kind").notNull(),
    version: integer("version").notNull(),
    body: text("body", { mode: "json" }).$type<Record<string, unknown>>().notNull(),
    hash: text("hash").notNull().default(""),
  },
  (t) => [index("entries_by_stream").on(t.streamOf, t.streamId, t.seq)],
);

/** One row a job, written in the same transaction as the entry that changes it. */
export const jobs = sqliteTable(
  "jobs",
  {
    id: text("id").primaryKey(),
    number: integer("number").notNull().unique(),
    stage: text("stage").$type<Stage>().notNull(),
    closed: integer("closed", { mode: "boolean" }).notNull(),
    customer: text("customer").notNull(),
    place: text("place").notNull(),
    machine: text("machine"),
    machineName: text("machine_name"),
    serial: text("serial"),
    complaint: text("complaint"),
    power: text("power").$type<JobRow["power"]>().notNull(),
    proved: text("proved", { mode: "json" }).$type<JobRow["proved"]>(),
    panelsOff: integer("panels_off").notNull(),
    waits: text("waits"),
    next: text("next"),
    unsafe: text("unsafe"),
    leftOpen: text("left_open", { mode: "json" }).$type<JobRow["leftOpen"]>(),
    urgency: integer("urgency").notNull().default(0),
    openedAt: text("opened_at").notNull(),
    changedAt: text("changed_at").notNull(),
    /** The last entry of its stream. */
    seq: integer("seq").notNull().default(0),
  },
  (t) => [
    index("jobs_by_urgency").on(t.closed, desc(t.urgency), desc(t.changedAt)),
    index("jobs_by_stage").on(t.closed, t.stage, desc(t.urgency), desc(t.changedAt)),
    index("jobs_unsafe").on(t.id).where(sql`unsafe is not null and closed = 0`),
  ],
);

/** Holds what is said once of the whole journal: its id, by which a browser knows whose copy it keeps. */
export const about = sqliteTable("about", { name: text("name").primaryKey(), value: text("value").notNull() });

/** Every revision of a machine that was ever offered here, so that no record loses the circuit it was read on. Never updated. */
export const machineRevisions = sqliteTable(
  "machine_revisions",
  {
    seq: integer("seq").primaryKey({ autoIncrement: true }),
    machine: text("machine").notNull(),
    revision: text("revision").notNull(),
    body: text("body", { mode: "json" }).notNull(),
  },
  (t) => [uniqueIndex("machine_revisions_by_ref").on(t.machine, t.revision)],
);

/** Pictures and logs that entries name, by their content. Never updated. */
export const files = sqliteTable("files", {
  hash: text("hash").primaryKey(),
  type: text("type").$type<FileType>().notNull(),
  bytes: blob("bytes", { mode: "buffer" }).notNull(),
  at: text("at").notNull(),
});
