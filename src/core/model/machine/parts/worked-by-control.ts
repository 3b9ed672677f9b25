import type { ControlPositions } from "../run/condition";
import { acrossIt, always, asRated, byLook, contact, noThermalContact, notExamined, type PartState, plainMode } from "./definition";

interface Contact {
  readonly id: string;
  readonly closedWhen: { readonly control: string; readonly in: readonly string[] };
}

const isClosedIn = ({ closedWhen }: Contact, positions: ControlPositions): boolean =>
  closedWhen.in.includes(positions[closedWhen.control] ?? "");

/** A contact that is closed in some positions of a control, whatever moves the control. */
export const workedByControl = {
  modes: { open: plainMode, welded: plainMode },
  conductsOnly: true,
  branches: (part: Contact, { faults, positions }: PartState) =>
    contact(faults.has(part.id, "welded") || (isClosedIn(part, positions) && !faults.has(part.id, "open"))),
  thermal: noThermalContact,
  windings: acrossIt,
  readsAtRest: always,
  examined: notExamined,
  causeCheck: byLook,
  varied: asRated,
  drawnClosed: isClosedIn,
  eitherWayRound: true,
  deviates: "contact",
} as const;
