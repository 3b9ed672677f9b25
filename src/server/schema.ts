import { index, integer, sqliteTable, text } from "drizzle-orm/sqlite-core";

/** The journal: append-only. `seq` is the server's order; nothing updates or deletes a row. */
export const entries = sqliteTable(
  "entries",
  {
    seq: integer("seq").primaryKey({ autoIncrement: true }),
    id: text("id").notNull().unique(),
    job: text("job")
      .notNull()
      .references(() => jobs.id),
    at: text("at").notNull(),
    by: text("by").notNull(),
    kind: text("kind").notNull(),
    body: text("body", { mode: "json" }).notNull(),
  },
  (t) => [index("entries_by_job").on(t.job, t.seq)],
);

/** One row a job, written in the same transaction as the entry that changes it. */
export const jobs = sqliteTable(
  "jobs",
  {
    id: text("id").primaryKey(),
    number: integer("number").notNull().unique(),
    stage: text("stage").notNull(),
    closed: integer("closed", { mode: "boolean" }).notNull(),
    customer: text("customer").notNull(),
    place: text("place").notNull(),
    machine: text("machine"),
    complaint: text("complaint"),
    power: text("power").notNull(),
    panelsOff: integer("panels_off").notNull(),
    waits: text("waits"),
    openedAt: text("opened_at").notNull(),
    changedAt: text("changed_at").notNull(),
  },
  (t) => [index("jobs_by_stage").on(t.closed, t.stage, t.changedAt)],
);
