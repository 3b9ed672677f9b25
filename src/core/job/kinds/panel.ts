import { z } from "zod";
import { backBefore, heldBy } from "../../access/panels";
import type { Taken } from "../../finding/definition";
import { type Machine, maybePanelOf, type Panel } from "../../machine/format";
import { panelName } from "../../naming/names";
import { capital } from "../../naming/text";
import { normalise, type Vocabulary } from "../../naming/vocabulary";
import { defineEntry, noUpcasters, ref } from "./definition";

const schema = z
  .strictObject({ panel: ref.describe("The panel."), state: z.enum(["off", "on"]).describe("Where it is now.") })
  .describe("A panel came off or went back.");

export const panel = defineEntry({
  kind: "panel",
  version: 1,
  stream: "job",
  schema,
  upcasters: noUpcasters,
  allows: ({ panel: id }, { machine }) => (machine && !maybePanelOf(machine, id) ? { code: "not-on-machine", given: id } : undefined),
  effect: (body, { panelsOff }) => {
    if (body.state === "on") return { panelsOff: panelsOff.filter((p) => p !== body.panel) };
    return { panelsOff: panelsOff.includes(body.panel) ? panelsOff : [...panelsOff, body.panel], everOpen: true };
  },
  says: (body, machine) => `${capital(panelName(machine, body.panel))} ${body.state === "off" ? "off" : "back on"}`,
  typed: (saying, { machine, vocabulary, panelsOff }): Taken<z.infer<typeof schema>> => {
    const [, name, word] = /^(.+?)(?: panel)? (off|on|back|back on|open|shut|closed)$/i.exec(saying.trim()) ?? [];
    const moved = name === undefined ? undefined : panelCalled(name, machine, vocabulary);
    if (!moved || word === undefined) return undefined;
    const state = /off|open/i.test(word) ? "off" : "on";
    const message = state === "off" ? heldSays(machine, moved, panelsOff) : backSays(machine, moved, panelsOff);
    return message === undefined ? { ok: true, taken: { panel: moved.id, state } } : { ok: false, message };
  },
});

function panelCalled(name: string, machine: Machine, { words }: Vocabulary): Panel | undefined {
  const squeezed = normalise(name).replace(/ /g, "");
  const named = words.get(squeezed) ?? words.get(`${squeezed}panel`);
  const id = named?.kind === "panel" ? named.id : normalise(name).replace(/ /g, "-");
  return machine.panels.find((p) => p.id === id);
}

function heldSays(machine: Machine, moved: Panel, off: readonly string[]): string | undefined {
  const held = heldBy(machine, moved.id, off);
  return held && `The ${moved.name} is held by the ${panelName(machine, held)}: take that off first`;
}

function backSays(machine: Machine, moved: Panel, off: readonly string[]): string | undefined {
  const first = backBefore(machine, moved.id, off);
  return first && `The ${panelName(machine, first)} must go back before the ${moved.name}`;
}
