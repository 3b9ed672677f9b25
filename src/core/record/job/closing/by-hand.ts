import { partsOfAssembly } from "../../../model/machine/assembly";
import { type Machine, maybePanelOf, maybePartOf } from "../../../model/machine/format";
import { panelName } from "../../../model/naming/names";
import { capital } from "../../../model/naming/text";
import { PLUG_LIST } from "../hands/plug-read";
import type { Draft } from "../kinds/index";
import type { JobState } from "../state";

/** A line of a list that hands go through. */
interface HandCheck {
  readonly id: string;
  readonly about: string;
  readonly says: string;
}

/** Its name among lists. */
export const BY_HAND = "by-hand";

/** The plug check as a line that may be left out; another wire touched, it is asked again. */
export const PLUG_LINE = { list: PLUG_LIST, item: "check", says: "Plug check, before power." };

/** The plug check, made: all that the pins can show was read or, where they show nothing, looked at. */
export const PLUG_CHECKED: Draft = { kind: "tick", body: { ...PLUG_LINE, state: "done" } };

type Done = Pick<JobState, "wasOff" | "fitted" | "touched">;

/** Gives what is looked at before the machine is shut: what the file says of each panel that was off, the belt and the drum where hands were at them, wires and tools. */
export function handChecks(machine: Machine, { wasOff, fitted, touched }: Done): HandCheck[] {
  const panels = wasOff.flatMap((id) => {
    const panel = maybePanelOf(machine, id);
    return (panel?.back ?? []).map((says, i) => ({ id: `${id}.${i}`, about: capital(panelName(machine, id)), says }));
  });
  const { belt, motor, routing } = machine.drum;
  const renewed = fitted.flatMap((f) => partsOfAssembly(machine, f.assembly));
  const turned = belt !== null && !wasOff.includes("belt") && (renewed.includes(belt) || renewed.includes(motor));
  return [
    ...panels,
    ...(turned && routing ? routing.says.map((says, i) => ({ id: `belt.${i}`, about: "Belt", says })) : []),
    ...(touched.length > 0
      ? [{ id: "wires", about: "Wires", says: "No wire under a panel’s edge, none on hot metal or in the way of the drum." }]
      : []),
    ...(wasOff.length > 0 ? [{ id: "inside", about: "Inside", says: "No tool, no screw, no cloth left inside." }] : []),
  ];
}

/** Gives what the exchanges that were made want afterwards, as they run. */
export function afterChecks(machine: Machine, { fitted }: Pick<JobState, "fitted">): (HandCheck & { readonly list: string })[] {
  const done = new Set(fitted.filter((f) => f.action === "replaced").map((f) => f.assembly));
  return machine.exchanges
    .filter((e) => done.has(e.of) && e.id === e.of)
    .flatMap((e) =>
      e.steps
        .filter((s) => s.is === "after")
        .map((s) => ({ id: s.id, list: `fit.${e.id}`, about: maybePartOf(machine, e.of)?.name ?? e.name, says: s.says })),
    );
}
