import { type FindMachine, findAmong, type KeptMachine, type MachineRef, machineRefSchema } from "../../core/model/machine/revision";
import type { Sequenced } from "../../core/record/journal/envelope";
import { askMachine } from "./ask-server";
import type { Shelf } from "./shelf";

/** The machines that this browser holds, in the revisions that records name. */
export class Machines {
  private held: readonly KeptMachine[] = [];
  private readonly asked = new Map<string, Promise<void>>();
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

  /** Gets those that are not here from the server, and keeps them; ends when each is here or can't be had. Those that it does not have stay away. */
  async get(refs: readonly MachineRef[]): Promise<void> {
    await this.load();
    await Promise.all(refs.map((ref) => this.getOne(ref)));
  }

  /** Asked for once: who wants it meanwhile waits for the same answer. */
  private getOne(ref: MachineRef): Promise<void> {
    if (this.held.some((h) => isSame(h.ref, ref))) return Promise.resolve();
    const name = `${ref.id}/${ref.revision}`;
    const asked = this.asked.get(name) ?? this.ask(ref);
    this.asked.set(name, asked);
    return asked;
  }

  private async ask(ref: MachineRef): Promise<void> {
    const machine = await askMachine(ref).catch(() => {
      this.asked.delete(`${ref.id}/${ref.revision}`);
      return undefined;
    });
    if (!machine) return;
    this.add([machine]);
    await (await this.shelf)?.keepMachine(machine).catch(() => undefined);
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
