import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "vitest";
import { loadDemo } from "../../cli/demo-data";
import { openDatabase } from "../../src/server/database";
import { jobs } from "../../src/server/database/schema";
import { journalOf } from "../../src/server/journal/keep-journal";

test("each entry of the demo's jobs counts: what was closed is closed", async () => {
  const folder = mkdtempSync(join(tmpdir(), "yennic-demo-"));
  const db = await openDatabase(`file:${join(folder, "demo.db")}`);
  await loadDemo(db);
  const rows = await db.select().from(jobs);
  const folds = await Promise.all(rows.map(({ id }) => journalOf(db).folds.of(id)));
  const amiss = folds.flatMap(({ fold }, i) =>
    fold.job.record.flatMap((line) => (line.status === "counts" ? [] : [`${rows[i]?.number}: ${JSON.stringify(line)}`])),
  );
  expect(amiss).toEqual([]);
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});
