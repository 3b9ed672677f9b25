import type { Sort } from "../machine/cabinet";
import { type Machine, maybePanelOf, maybePlaceOf } from "../machine/format";
import { panelName } from "./names";
import { capital } from "./text";

interface Verbs {
  readonly off: (name: string) => string;
  readonly on: (name: string) => string;
  readonly isOff: string;
  readonly isOn: string;
}

const PANEL: Verbs = { off: (n) => `Take off the ${n}`, on: (n) => `Put the ${n} back`, isOff: "off", isOn: "back on" };

/** Holds what is skipped off like a panel. */
const OTHERWISE: Partial<Record<Sort, Verbs>> = {
  machine: { off: () => "Pull the machine out", on: () => "Push the machine back", isOff: "pulled out", isOn: "back in its place" },
  drum: { off: (n) => `Lift the ${n} out`, on: (n) => `Put the ${n} back in`, isOff: "out", isOn: "back in" },
  belt: { off: (n) => `Slip the ${n} off`, on: (n) => `Put the ${n} back on`, isOff: "off", isOn: "back on" },
};

/** A panel's own sort; a drum is one also where the file does not have it. */
function verbsOf(machine: Machine | undefined, id: string): Verbs {
  const sort = (machine && maybePanelOf(machine, id)?.sort) ?? (id === "drum" ? "drum" : "cover");
  return OTHERWISE[sort] ?? PANEL;
}

/** “Take off the front”, “Lift the drum out”. */
export const panelOrderSays = (machine: Machine | undefined, id: string, state: "off" | "on"): string =>
  verbsOf(machine, id)[state](panelName(machine, id));

/** “Front off”, “Drum back in”. */
export function panelDoneSays(machine: Machine | undefined, id: string, state: "off" | "on"): string {
  const { isOff, isOn } = verbsOf(machine, id);
  return `${capital(panelName(machine, id))} ${state === "off" ? isOff : isOn}`;
}

/** “the front is off”, “the machine is pulled out”. */
export const isOffSays = (machine: Machine | undefined, id: string): string =>
  `the ${panelName(machine, id)} is ${verbsOf(machine, id).isOff}`;

/** Gives what something is behind: “behind the front”; of a place, by each way to it: “behind the rear panel or the drum”. */
export function behindSays(machine: Machine, id: string): string {
  const place = maybePlaceOf(machine, id);
  const last = place ? place.ways.map((w) => w.needs.at(-1) ?? "") : [id];
  return `behind the ${last.map((p) => panelName(machine, p)).join(" or the ")}`;
}
