import { type FileType, fileHash } from "../../core/record/files/file";
import type { NotThere } from "./send";
import { sendFile } from "./send-file";
import type { Shelf, StoredFile } from "./shelf";

/** Files that entries name: kept in this browser first, then sent, found here or at the server. */
export class Files {
  /** Those that the browser could not store. */
  private readonly loose = new Map<string, StoredFile>();

  constructor(
    private readonly shelf: Promise<Shelf | undefined>,
    /** Hears why a file can't be stored. */
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Keeps a file and says its name. Resolves when it is on disk, or in this page where the disk does not take it. */
  async keep(type: FileType, bytes: Uint8Array<ArrayBuffer>): Promise<string> {
    const hash = fileHash(bytes);
    const known = this.loose.get(hash) ?? (await this.stored(hash));
    if (!known) await this.put({ hash, type, bytes, waits: 1 });
    return hash;
  }

  /** A file from here, else from the server; `undefined` when neither has it, or the server is out of reach. */
  async find(hash: string): Promise<Blob | undefined> {
    const here = this.loose.get(hash) ?? (await this.stored(hash));
    if (here) return new Blob([here.bytes], { type: here.type });
    const response = await fetch(`/api/files/${hash}`, { redirect: "manual" }).catch(() => undefined);
    return response?.ok && response.headers.get("x-served-by") === "yennic" ? response.blob() : undefined;
  }

  /** Sends what waits, one by one: what is stored, for all tabs, only where it is this one's turn. Says why it could not go on; what the server refuses is kept and told, and waits no more. */
  async sendAll(forAllTabs: boolean): Promise<NotThere | undefined> {
    const shelf = forAllTabs ? await this.shelf : undefined;
    const waiting = (await shelf?.filesWaiting().catch(() => undefined)) ?? [];
    for (const hash of [...this.loose.keys(), ...waiting]) {
      const file = this.loose.get(hash) ?? (await this.stored(hash));
      if (file?.waits !== 1) continue;
      const told = await sendFile(file);
      if ("why" in told) return told;
      await this.put({ ...file, waits: 0, ...told });
    }
    return undefined;
  }

  /** The server's journal is another: what is here may be lacking there. */
  async sendAgain(): Promise<void> {
    for await (const { refused: _, ...file } of this.all()) await this.put({ ...file, waits: 1 });
  }

  /** Gives how many files wait, and why the server does not take others. */
  async standing(): Promise<{ readonly waiting: number; readonly refused: readonly string[] }> {
    let waiting = 0;
    const refused: string[] = [];
    for await (const file of this.all()) {
      waiting += file.waits;
      if (file.refused !== undefined) refused.push(file.refused);
    }
    return { waiting, refused };
  }

  /** Every file, one in memory at a time. */
  private async *all(): AsyncGenerator<StoredFile> {
    const names = (await (await this.shelf)?.fileNames().catch(() => undefined)) ?? [];
    for (const hash of new Set([...this.loose.keys(), ...names])) {
      const file = this.loose.get(hash) ?? (await this.stored(hash));
      if (file) yield file;
    }
  }

  private async stored(hash: string): Promise<StoredFile | undefined> {
    return (await this.shelf)?.file(hash).catch(() => undefined);
  }

  private async put(file: StoredFile): Promise<void> {
    const shelf = await this.shelf;
    try {
      if (shelf && !this.loose.has(file.hash)) return await shelf.keepFile(file);
    } catch (error) {
      this.failed(error);
    }
    this.loose.set(file.hash, file);
  }
}
