import type { Sequenced } from "../../core/journal/envelope";
import { type FindMachine, findAmong, type KeptMachine, type MachineRef, machineRefSchema } from "../../core/machine/revision";
import { askMachine } from "./ask-server";
import type { Shelf } from "./shelf";

/** The machines that this browser holds, in the revisions that records name. */
export class Machines {
  private held: readonly KeptMachine[] = [];
  private readonly asked = new Set<string>();
  private readonly listeners = new Set<() => void>();
  private loading: Promise<void> | undefined;

  constructor(private readonly shelf: Promise<Shelf | undefined>) {}

  /** Finds among those that are here now. */
  readonly find: FindMachine = (ref) => findAmong(this.held)(ref);

  all(): readonly KeptMachine[] {
    return this.held;
  }

  /** Hears when more are here. Returns what ends it. */
  subscribe(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Takes in those that a page came with. */
  add(machines: readonly KeptMachine[]): void {
    const fresh = machines.filter((m) => !this.held.some((h) => isSame(h.ref, m.ref)));
    if (fresh.length === 0) return;
    this.held = [...this.held, ...fresh];
    for (const listener of this.listeners) listener();
  }

  /** Those on the shelf. */
  load(): Promise<void> {
    this.loading ??= this.shelf.then(async (shelf) => this.add((await shelf?.machines().catch(() => undefined)) ?? []));
    return this.loading;
  }

  /** Gets those that are not here from the server, and keeps them. Those that it does not have stay away. */
  async get(refs: readonly MachineRef[]): Promise<void> {
    await this.load();
    const shelf = await this.shelf;
    for (const ref of refs) {
      const name = `${ref.id}/${ref.revision}`;
      if (this.asked.has(name) || this.held.some((h) => isSame(h.ref, ref))) continue;
      this.asked.add(name);
      const machine = await askMachine(ref).catch(() => {
        this.asked.delete(name);
        return undefined;
      });
      if (!machine) continue;
      this.add([machine]);
      await shelf?.keepMachine(machine).catch(() => undefined);
    }
  }

  /** Puts those that a page came with on the shelf too. */
  async keep(machines: readonly KeptMachine[]): Promise<void> {
    const shelf = await this.shelf;
    for (const machine of machines) await shelf?.keepMachine(machine).catch(() => undefined);
  }
}

const isSame = (a: MachineRef, b: MachineRef): boolean => a.id === b.id && a.revision === b.revision;

/** The machines that entries name. */
export function machinesNamed(entries: readonly Sequenced[]): readonly MachineRef[] {
  return entries.flatMap(({ entry }) => {
    const ref = entry.kind === "machine" ? machineRefSchema.safeParse(entry.body.machine) : undefined;
    return ref?.success ? [ref.data] : [];
  });
}
