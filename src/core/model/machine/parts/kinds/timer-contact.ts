import { definePart } from "../definition";
import { closedWhen, pair, partFields } from "../fields";
import { workedByControl } from "../worked-by-control";

export const timerContact = definePart({
  kind: "timer-contact",
  called: "timer contact, timer contacts, timer switch, contact, contacts",
  schema: partFields("timer-contact", "A contact of a clockwork timer, closed in some of its positions.", { nets: pair, closedWhen }),
  ...workedByControl,
});
