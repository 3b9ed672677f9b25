import { and, asc, eq } from "drizzle-orm";
import { readMachine } from "../../core/model/machine/read";
import { type FindMachine, findAmong, type KeptMachine, type MachineRef } from "../../core/model/machine/revision";
import type { Job } from "../../core/record/job/fold";
import { SHIPPED } from "../../machines";
import type { Database } from "../database/handle";
import { machineRevisions } from "../database/schema";

const kept = new WeakMap<Database, readonly KeptMachine[]>();

/** Keeps revisions that are not kept yet. Those that are, stay as they are. */
export async function keepMachines(db: Database, machines: readonly KeptMachine[] = SHIPPED): Promise<void> {
  for (const { ref, machine } of machines) {
    const values = { machine: ref.id, revision: ref.revision, body: machine };
    await db.insert(machineRevisions).values(values).onConflictDoNothing();
  }
  kept.set(db, await allRevisions(db));
}

/** A revision that can't be read any more is left out; records on it then say that their machine is not here. */
async function allRevisions(db: Database): Promise<KeptMachine[]> {
  const rows = await db.select().from(machineRevisions).orderBy(asc(machineRevisions.seq)).all();
  return rows.flatMap((row): KeptMachine[] => {
    const read = readMachine(row.body);
    if (!read.ok) console.error(`machine ${row.machine} in revision ${row.revision} can't be read:`, read.problems);
    return read.ok ? [{ ref: { id: row.machine, revision: row.revision }, machine: read.machine }] : [];
  });
}

/** Finds a machine in the revision that a record names, among all that are kept here. */
export const machineFinder = (db: Database): FindMachine => findAmong(kept.get(db) ?? []);

/** The file of one revision as it is kept; `undefined` when it is not. */
export async function machineFile(db: Database, { id, revision }: MachineRef): Promise<unknown> {
  const of = and(eq(machineRevisions.machine, id), eq(machineRevisions.revision, revision));
  return (await db.select().from(machineRevisions).where(of).get())?.body;
}

/** The machine in every revision that a job's record names, and what ships where it names none that is saved. */
export function machinesOf(db: Database, { record, machine }: Pick<Job, "record" | "machine">): readonly KeptMachine[] {
  const find = machineFinder(db);
  const named = record.flatMap((l) => (l.status !== "unreadable" && l.entry.kind === "machine" ? (find(l.entry.body.machine) ?? []) : []));
  const used = (kept.get(db) ?? []).filter((k) => k.machine === machine || named.includes(k.machine));
  return used.length > 0 ? used : SHIPPED;
}
