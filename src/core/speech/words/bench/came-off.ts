import { COLOURS } from "../../../model/machine/cabinet";
import { type Machine, maybePanelOf, maybePartOf } from "../../../model/machine/format";
import { panelName, partName } from "../../../model/naming/names";
import { capital, lower } from "../../../model/naming/text";
import type { CameOff } from "../../../record/job/hands/came-off";
import { leadName } from "../../../record/job/hands/lead-found";

/** Gives what came off, in a sentence: “the front”, “the wire of the timer, H1”, “plug J3”. */
export function cameOffName(machine: Machine, { is, id }: Pick<CameOff, "is" | "id">): string {
  switch (is) {
    case "panel":
      return `the ${panelName(machine, id)}`;
    case "own":
      return `the ${lower(id)}`;
    case "lead":
      return `the wire of ${leadName(machine, id)}`;
    case "wires":
      return maybePartOf(machine, id) ? `the wires of the ${partName(machine, id)}` : `plug ${id}`;
  }
}

/** The same by itself: “Front”, “Wire of the timer, H1”, “Plug J3”. */
export const cameOffTitle = (machine: Machine, thing: Pick<CameOff, "is" | "id">): string =>
  capital(cameOffName(machine, thing).replace(/^the /, ""));

/** Tells how it goes back: what held it, its colour, what was noted when it came off. */
export function putBackSays(machine: Machine, { is, id, note }: CameOff): string {
  const lead = is === "lead" ? machine.leads.find((l) => l.at === id) : undefined;
  const told = [
    ...(is === "panel" ? (maybePanelOf(machine, id)?.back ?? []) : []),
    ...(lead ? [`${COLOURS[lead.colour]} (${lead.colour}) on ${lead.mark}.`] : []),
    ...(note ? [note] : []),
  ];
  return told.join(" ") || "Then mark it done.";
}
