import type { Machine } from "../../../core/model/machine/format";
import { isInQuestion, NO_MARK } from "./mark";
import type { SheetProps } from "./props";
import type { RowLook } from "./rooms";

type Known = Pick<SheetProps, "marks" | "chosen" | "way" | "probes"> & {
  readonly readings: ReadonlyMap<string, string>;
  /** Rows that somebody opened or folded, by their place in the file. */
  readonly toggled: ReadonlyMap<number, boolean>;
};

/** Tells how each row of the file is to be drawn: what is in question in it, and whether somebody looks at it. */
export function looksOf(machine: Machine, { marks, chosen, way, probes, readings, toggled }: Known): RowLook[] {
  return machine.sheet.rows.map(({ parts }, i) => {
    const ids = parts.flat();
    const doubted = ids.filter((id) => isInQuestion(marks[id] ?? NO_MARK));
    const nets = machine.parts.filter((p) => ids.includes(p.id)).flatMap((p): readonly string[] => p.nets);
    const isLookedAt =
      (chosen !== undefined && ids.includes(chosen)) ||
      ids.some((id) => way?.parts.includes(id)) ||
      (probes.length > 0 && probes.some((n) => nets.includes(n)));
    return {
      share: Math.max(0, ...doubted.map((id) => marks[id]?.share ?? 0)),
      open: toggled.get(i) ?? (isLookedAt ? true : undefined),
      deep: doubted.some((id) => readings.has(id)),
    };
  });
}
