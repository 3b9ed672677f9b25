import { assemblyIdOf } from "../assembly";
import type { Fastener } from "../cabinet";
import type { Machine, Panel } from "../format";
import { terminalName } from "../wiring";
import { isReachable } from "./reachable";

/** Holds what a full machine file still lacks, in words, with its place. A file is used without it all the same. */
interface Gap {
  readonly at: string;
  readonly lacks: string;
}

/** Gives what a machine file lacks to guide hands: fasteners, steps, tools, wires, exchanges; parts that nothing reaches; counts that don't balance. Empty for a full one. */
export const cabinetGaps = (machine: Machine): Gap[] => [
  ...machine.panels.flatMap(panelGaps),
  ...reachGaps(machine),
  ...wireGaps(machine),
  ...exchangeGaps(machine),
  ...(machine.drum.belt !== null && !machine.drum.routing ? [{ at: "drum", lacks: "how the belt runs" }] : []),
];

const HELD_BY_NOTHING: readonly Panel["sort"][] = ["belt", "drum", "machine"];

function panelGaps(panel: Panel): Gap[] {
  const at = `panels.${panel.id}`;
  const lacks = (missing: boolean, what: string): Gap[] => (missing ? [{ at, lacks: what }] : []);
  return [
    ...lacks(panel.fasteners.length === 0 && !HELD_BY_NOTHING.includes(panel.sort), "fasteners"),
    ...lacks(panel.how.length === 0, "steps"),
    ...lacks(panel.back.length === 0, "what to see to when it goes back"),
    ...panel.fasteners.flatMap((f) => fastenerGaps(panel, f, at)),
  ];
}

const DRIVEN: readonly Fastener["is"][] = ["screw", "bolt", "nut"];

/** A screw has a head and a length, and its driver is among the tools. */
function fastenerGaps({ tools }: Panel, { is, head, lengthMm, stays }: Fastener, at: string): Gap[] {
  if (!DRIVEN.includes(is)) return [];
  if (head === undefined) return [{ at, lacks: `the head of its ${is}s` }];
  return [
    ...(lengthMm === undefined && !stays ? [{ at, lacks: `the length of its ${is}s` }] : []),
    ...(tools.some((t) => drives(t, head)) ? [] : [{ at, lacks: `a tool for ${head}` }]),
  ];
}

/** A nut driver drives a hex head of its size; a driver drives its own kind and number. */
function drives(tool: string, head: string): boolean {
  const [kind = "", size = ""] = head.split(" ");
  if (kind === "hex") return tool.startsWith(`${size} mm`);
  if (kind === "cross") return tool === `cross-head no. ${size}`;
  return kind === "slotted" ? tool === "screwdriver" : tool === head;
}

function reachGaps(machine: Machine): Gap[] {
  const places = [
    ...machine.parts.map((p) => ({ at: `parts.${p.id}`, panel: p.panel })),
    ...machine.assemblies.map((a) => ({ at: `assemblies.${a.id}`, panel: a.panel })),
    ...machine.testPoints.map((t) => ({ at: `testPoints.${t.id}`, panel: t.panel })),
  ];
  return places.flatMap(({ at, panel }) => (isReachable(machine, panel) ? [] : [{ at, lacks: "a way to it" }]));
}

/** Every terminal with a wire has one lead; the two ends of a wire have one colour; a plug's parts have wires. */
function wireGaps({ parts, leads, panels }: Machine): Gap[] {
  const colours = new Map<string, Set<string>>();
  const gaps = parts.flatMap((p) =>
    p.nets.flatMap((net, i): Gap[] => {
      const lead = leads.find((l) => l.at === terminalName(p.id, i + 1));
      if (!lead) return [{ at: `parts.${p.id}`, lacks: `the wire of terminal ${i + 1}` }];
      colours.set(net, (colours.get(net) ?? new Set()).add(lead.colour));
      return [];
    }),
  );
  return [
    ...gaps,
    ...[...colours].flatMap(([net, of]): Gap[] =>
      of.size > 1 ? [{ at: `net ${net}`, lacks: `one colour: its ends are ${[...of].join(" and ")}` }] : [],
    ),
    ...panels.flatMap((p) =>
      p.plugs.flatMap((plug) =>
        plug.parts.flatMap((id): Gap[] =>
          parts.some((x) => x.id === id && x.nets.length > 0) ? [] : [{ at: `panels.${p.id}`, lacks: `wires in plug ${plug.id}` }],
        ),
      ),
    ),
  ];
}

/** Whatever can be fitted has its own list. */
const exchangeGaps = ({ parts, exchanges }: Machine): Gap[] =>
  [...new Set(parts.filter((p) => p.fit !== undefined || p.assembly !== undefined).map(assemblyIdOf))].flatMap((id) =>
    exchanges.some((e) => e.of === id) ? [] : [{ at: `exchanges`, lacks: id }],
  );
