import type { Contact } from "./channel";
import type { Shelf } from "./shelf";

const NOTED_MS = 20_000;

/** Holds what this tab knows of the server: when it last said anything, and what is amiss. */
export class ServerContact {
  private known: Contact = { heardAt: 0 };
  private noted = 0;

  constructor(
    private readonly shelf: Promise<Shelf | undefined>,
    /** Hears of every change; `own`: it is this tab's own news and the others are to hear it. */
    private readonly changed: (contact: Contact, own: boolean) => void,
  ) {}

  get now(): Contact {
    return this.known;
  }

  /** When the server was last heard before this page was opened. */
  async recall(): Promise<void> {
    const heardAt = await (await this.shelf)?.noted("heard").catch(() => undefined);
    if (typeof heardAt === "number" && this.known.heardAt === 0) this.set({ heardAt }, false);
  }

  /** Another tab tells. */
  told(contact: Contact): void {
    this.set(contact, false);
  }

  /** The server spoke. With `clears`, it took what waited: nothing is amiss any more. */
  heard({ clears }: { readonly clears: boolean }): void {
    const { trouble } = this.known;
    const heardAt = Date.now();
    this.set({ heardAt, ...(trouble !== undefined && !clears && { trouble }) }, true);
    if (heardAt - this.noted < NOTED_MS) return;
    this.noted = heardAt;
    void this.shelf.then((shelf) => shelf?.note("heard", heardAt)).catch(() => undefined);
  }

  amiss(trouble: string): void {
    this.set({ ...this.known, trouble }, true);
  }

  private set(contact: Contact, own: boolean): void {
    this.known = contact;
    this.changed(contact, own);
  }
}
