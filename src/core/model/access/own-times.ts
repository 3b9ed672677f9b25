import { type Machine, maybePanelOf } from "../machine/format";

/** A panel that came off or went back, and how long it took since whatever was recorded before. */
export interface Moved {
  readonly panel: string;
  readonly state: "off" | "on";
  readonly minutes: number;
}

/** So many times the file's estimate counts, against what a person really takes (est.). */
const WEIGHT_OF_FILE = 2;
/** Longer than this, in times the estimate, something else was done between; shorter, in minutes, it was recorded afterwards. */
const MOST_TIMES = 3;
const LEAST_MINUTES = 0.2;

/** Minutes off and back again by panel, as one technician takes: the file's estimate, drawn towards what was measured. Panels that were never timed are left out. */
export function ownTimes(machine: Machine, moved: readonly Moved[]): Record<string, number> {
  const times: Record<string, number> = {};
  for (const id of new Set(moved.map((m) => m.panel))) {
    const panel = maybePanelOf(machine, id);
    if (!panel) continue;
    const of = (state: "off" | "on") => {
      const file = state === "off" ? panel.minutesOff : panel.minutesOn;
      const taken = moved.filter(
        (m) => m.panel === id && m.state === state && m.minutes >= LEAST_MINUTES && m.minutes <= MOST_TIMES * file,
      );
      return {
        minutes: (WEIGHT_OF_FILE * file + taken.reduce((s, m) => s + m.minutes, 0)) / (WEIGHT_OF_FILE + taken.length),
        count: taken.length,
      };
    };
    const [off, on] = [of("off"), of("on")];
    if (off.count + on.count > 0) times[id] = off.minutes + on.minutes;
  }
  return times;
}
