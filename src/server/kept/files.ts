import { eq } from "drizzle-orm";
import type { KeptFile } from "../../core/record/files/file";
import type { Database } from "../database/handle";
import { files } from "../database/schema";

/** Keeps a file that was looked at ({@link checkFile}). One that is kept already stays as it is. Resolves when it is on disk. */
export async function keepFile(db: Database, { hash, type, bytes }: KeptFile, at: Date): Promise<void> {
  await db
    .insert(files)
    .values({ hash, type, bytes: Buffer.from(bytes), at: at.toISOString() })
    .onConflictDoNothing();
}

export async function findFile(db: Database, hash: string): Promise<KeptFile | undefined> {
  return await db.select({ hash: files.hash, type: files.type, bytes: files.bytes }).from(files).where(eq(files.hash, hash)).get();
}
