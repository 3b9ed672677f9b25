import type { Fastener } from "../../../model/machine/cabinet";
import { type Machine, maybePanelOf } from "../../../model/machine/format";
import { countOf } from "../../../model/naming/fasteners";
import type { JobState } from "../state";
import type { CameOff } from "./came-off";

/** The cup of one thing that came off. */
export interface TrayCup {
  readonly of: string;
  readonly is: CameOff["is"];
  /** Holds what is in it, as counted; as the machine's file says where nobody counted. */
  readonly fasteners: readonly Fastener[];
  readonly counted: boolean;
  /** It is off: its fasteners are in the cup. */
  readonly full: boolean;
}

/** The cups in the order of removal: of all that is off, and of what went back, empty. What has no fasteners has no cup. */
export function trayOf(machine: Machine, { cameOff, cups }: Pick<JobState, "cameOff" | "cups">): TrayCup[] {
  const off = cameOff.filter((c) => c.is === "panel" || c.is === "own");
  const back = cups.filter((c) => !off.some((o) => o.id === c.of));
  return [
    ...off.map(({ id, is }): TrayCup => {
      const counted = cups.find((c) => c.of === id);
      return { of: id, is, fasteners: counted?.fasteners ?? inFile(machine, id), counted: counted !== undefined, full: true };
    }),
    ...back.map(
      (c): TrayCup => ({ of: c.of, is: maybePanelOf(machine, c.of) ? "panel" : "own", fasteners: c.fasteners, counted: true, full: false }),
    ),
  ].filter((c) => c.fasteners.length > 0);
}

/** Gives what the machine's file says comes out with a panel: what stays on it or on the machine is left out. */
export const inFile = (machine: Machine, panel: string): Fastener[] =>
  maybePanelOf(machine, panel)?.fasteners.filter((f) => !f.stays) ?? [];

/** Fasteners still in the cups, and in all that were ever put by. */
export function trayCount(cups: readonly TrayCup[]): { readonly left: number; readonly all: number } {
  const count = (list: readonly TrayCup[]) => list.reduce((sum, c) => sum + countOf(c.fasteners), 0);
  return { left: count(cups.filter((c) => c.full)), all: count(cups) };
}

/** Where a fastener that is left over may belong, or one that is missing may have come from: the same kind in another cup, those that went back last first. */
export function candidates(cups: readonly TrayCup[], of: string): readonly string[] {
  const mine = cups.find((c) => c.of === of)?.fasteners ?? [];
  const alike = (f: Fastener) => mine.some((m) => m.is === f.is && m.head === f.head);
  return cups.filter((c) => c.of !== of && c.fasteners.some(alike)).map((c) => c.of);
}
