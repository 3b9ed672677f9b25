import { dequal } from "dequal";
import type { Fastener } from "./cabinet";
import type { Machine, Panel } from "./format";

/** Holds what a job found of one panel that the file has otherwise. */
interface PanelFound {
  readonly of: string;
  readonly needs?: readonly string[] | undefined;
  readonly minutes?: number | undefined;
  /** Holds what came out, as counted. */
  readonly fasteners?: readonly Fastener[];
}

/** The machine's file as it should be after a job: what was in the way besides, what took longer, what really held the panels. The same object where nothing differs. */
export function improvedMachine(machine: Machine, found: readonly PanelFound[]): Machine {
  const panels = machine.panels.map((p) => found.filter((f) => f.of === p.id).reduce(improved, p));
  return panels.every((p, i) => p === machine.panels[i]) ? machine : { ...machine, panels };
}

function improved(panel: Panel, { needs = [], minutes, fasteners }: PanelFound): Panel {
  const ways = needs.length === 0 ? panel.ways : panel.ways.map((w) => ({ ...w, needs: [...new Set([...w.needs, ...needs])] }));
  const share = panel.minutesOff / (panel.minutesOff + panel.minutesOn);
  const kept = fasteners && [...fasteners, ...panel.fasteners.filter((f) => f.stays)];
  const differs = kept && !dequal(kept, [...panel.fasteners.filter((f) => !f.stays), ...panel.fasteners.filter((f) => f.stays)]);
  if (needs.length === 0 && minutes === undefined && !differs) return panel;
  return {
    ...panel,
    ways,
    ...(minutes !== undefined && { minutesOff: minutes * share, minutesOn: minutes * (1 - share) }),
    ...(differs && { fasteners: kept }),
  };
}
