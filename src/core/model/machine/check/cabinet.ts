import type { Machine } from "../format";
import { readTerminal, terminalsOf } from "../wiring";
import type { MachineProblem } from "./problem";
import { canComeOff } from "./reachable";
import { twice, unknown } from "./unknown";

/** Gives what the cabinet of a machine file names: what is behind what, plugs, wires, spare terminals, exchanges. */
export function cabinetProblems(machine: Machine): MachineProblem[] {
  return [
    ...twice(machine.places, "place", "places"),
    ...placesNamedAsPanels(machine),
    ...needProblems(machine),
    ...circle(machine),
    ...plugProblems(machine),
    ...leadProblems(machine),
    ...exchangeProblems(machine),
  ];
}

const placesNamedAsPanels = ({ panels, places }: Machine): MachineProblem[] =>
  places.flatMap((p, i): MachineProblem[] =>
    panels.some((x) => x.id === p.id) ? [{ code: "used-twice", path: ["places", i, "id"], given: p.id, what: "panel and place" }] : [],
  );

function needProblems({ panels, places }: Machine): MachineProblem[] {
  const ids = panels.map((p) => p.id);
  return (["panels", "places"] as const).flatMap((list) =>
    (list === "panels" ? panels : places).flatMap((p, i) =>
      p.ways.flatMap((w, j) => w.needs.flatMap((n, k) => unknown([list, i, "ways", j, "needs", k], n, "a panel", ids))),
    ),
  );
}

/** Panels that can come off by no way, because each needs another that can’t, or itself. */
function circle(machine: Machine): MachineProblem[] {
  const can = canComeOff(machine);
  const stuck = machine.panels.filter((p) => !can.has(p.id)).map((p) => p.id);
  return stuck.length > 0 ? [{ code: "panels-in-a-circle", path: ["panels"], panels: stuck }] : [];
}

const plugProblems = ({ panels, parts }: Machine): MachineProblem[] =>
  panels.flatMap((p, i) =>
    p.plugs.flatMap((plug, j) =>
      plug.parts.flatMap((part, k) =>
        unknown(
          ["panels", i, "plugs", j, "parts", k],
          part,
          "a part",
          parts.map((x) => x.id),
        ),
      ),
    ),
  );

/** Leads stand on terminals that have a wire, once each; spare terminals are those that have none. */
function leadProblems({ parts, leads, spares }: Machine): MachineProblem[] {
  const wired = parts.flatMap(terminalsOf);
  return [
    ...leads.flatMap((l, i) => unknown(["leads", i, "at"], l.at, "a terminal with a wire", wired)),
    ...twice(
      leads.map((l) => ({ id: l.at })),
      "lead",
      "leads",
    ),
    ...spares.flatMap((s, i): MachineProblem[] => {
      if (wired.includes(s)) return [{ code: "not-spare", path: ["spares", i], terminal: s }];
      return unknown(
        ["spares", i],
        readTerminal(s)?.part ?? s,
        "a part",
        parts.map((p) => p.id),
      );
    }),
  ];
}

const exchangeProblems = ({ exchanges, assemblies, parts }: Machine): MachineProblem[] => [
  ...exchanges.flatMap((e, i) =>
    unknown(
      ["exchanges", i, "of"],
      e.of,
      "an assembly or a part",
      [...assemblies, ...parts].map((a) => a.id),
    ),
  ),
  ...exchanges.flatMap((e, i) => twice(e.steps, "step", `exchanges.${i}.steps`)),
  ...twice(exchanges, "exchange", "exchanges"),
];
