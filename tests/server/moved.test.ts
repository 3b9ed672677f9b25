import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { afterAll, beforeAll, expect, test } from "vitest";
import { refOf } from "../../src/core/model/machine/revision";
import { stamp } from "../../src/core/record/job/entry";
import type { Draft } from "../../src/core/record/job/kinds/index";
import { type Database, openDatabase } from "../../src/server/database";
import { appendEntries } from "../../src/server/journal/keep-journal";
import { movedBy } from "../../src/server/journal/moved";
import { panel, SAFE, shipped } from "../job-of";

const folder = mkdtempSync(join(tmpdir(), "yennic-moved-"));
let db: Database;
beforeAll(async () => {
  db = await openDatabase(`file:${join(folder, "test.db")}`);
});
afterAll(() => {
  db.$client.close();
  rmSync(folder, { recursive: true, force: true });
});

const e27 = shipped("orrinshaw-e27");

test("minutes of a panel are those since the same person’s entry before it, on machines of the kind alone", async () => {
  const job = async (machine: typeof e27, ...acts: readonly (readonly [number, string, Draft])[]) => {
    const id = v7();
    const first: readonly (readonly [number, string, Draft])[] = [
      [0, "Tess", { kind: "opened", body: { customer: "C", place: "P", liveTests: false } }],
      [1, "Tess", { kind: "machine", body: { machine: refOf(machine) } }],
      [2, "Tess", SAFE],
    ];
    await appendEntries(
      db,
      [...first, ...acts].map(([minute, by, draft]) =>
        stamp(id, draft, { id: v7(), at: new Date(Date.UTC(2026, 4, 1, 9, minute)).toISOString(), by }),
      ),
    );
  };
  await job(
    e27,
    [5, "Tess", panel("top", "off")],
    [11, "Tess", panel("front", "off")],
    [12, "Ida", panel("console", "off")],
    [20, "Tess", panel("console", "on")],
  );
  await job(shipped("kelvane-g14"), [4, "Tess", panel("lower", "off")]);
  const found = await movedBy(db, e27.id, "Tess");
  expect(found.map((m) => [m.panel, m.state, Math.round(m.minutes)])).toEqual([
    ["top", "off", 3],
    ["front", "off", 6],
  ]);
  expect(await movedBy(db, e27.id, "Nobody")).toEqual([]);
});
