import type { Machine, Part } from "../format";
import { controlOf, kindOf } from "../parts/index";
import { cabinetProblems } from "./cabinet";
import type { MachineProblem } from "./problem";
import { type Path, twice, unknown } from "./unknown";

/** Holds what a machine's names refer to, gathered once. */
interface Names {
  readonly parts: readonly string[];
  readonly panels: readonly string[];
  readonly assemblies: readonly string[];
  readonly fitted: readonly string[];
  readonly controls: ReadonlyMap<string, readonly string[]>;
  readonly supplyNets: readonly string[];
}

/** Everything in a machine file that names what is not there, is named twice, or is out of its range. All problems, not only the first. */
export function referenceProblems(machine: Machine): MachineProblem[] {
  const names = namesOf(machine);
  return [
    ...machine.parts.flatMap((part, i) => [
      ...partProblems(machine, names, part, ["parts", i]),
      ...faultProblems(names, part, ["parts", i]),
    ]),
    ...twice(machine.parts, "part", "parts"),
    ...twice(machine.panels, "panel", "panels"),
    ...twice(machine.controls, "control", "controls"),
    ...twice(machine.testPoints, "test point", "testPoints"),
    ...controlProblems(machine),
    ...cabinetProblems(machine),
    ...assemblyProblems(machine, names),
    ...causeProblems(machine),
    ...wiringProblems(machine, names),
    ...sheetProblems(machine, names),
    ...roleProblems(machine, names),
  ];
}

function namesOf(machine: Machine): Names {
  const { legs, neutral, ground } = machine.supply;
  return {
    parts: machine.parts.map((p) => p.id),
    panels: [...machine.panels, ...machine.places].map((p) => p.id),
    assemblies: machine.assemblies.map((a) => a.id),
    fitted: machine.parts.map((p) => p.assembly ?? p.id),
    controls: new Map(machine.controls.map((c) => [c.id, c.positions.map((q) => q.id)])),
    supplyNets: [...legs, neutral, ground].flatMap((s) => [s.wall, s.pin]),
  };
}

function position(names: Names, path: Path, control: string, given: string): MachineProblem[] {
  const positions = names.controls.get(control);
  if (!positions) return unknown([...path, "control"], control, "a control", [...names.controls.keys()]);
  return unknown(path, given, `a position of ${control}`, positions);
}

function partProblems(machine: Machine, names: Names, part: Part, path: Path): MachineProblem[] {
  const led = controlOf(part);
  return [
    ...(part.panel === null ? [] : unknown([...path, "panel"], part.panel, "a panel or a place", names.panels)),
    ...(part.assembly === undefined ? [] : unknown([...path, "assembly"], part.assembly, "an assembly", names.assemblies)),
    ...(part.assembly === undefined && !part.fit && part.faults.some((f) => !f.remedy)
      ? [{ code: "no-remedy" as const, path: [...path, "fit"] }]
      : []),
    ...part.moves.flatMap((m, j) => position(names, [...path, "moves", j, "to"], m.control, m.to)),
    ...(led?.in.flatMap((p, j) => position(names, [...path, "closedWhen", "in", j], led.control, p)) ?? []),
    ...kindProblems(machine, names, part, path),
  ];
}

/** Gives what a part of its kind refers to besides. */
function kindProblems(machine: Machine, names: Names, part: Part, path: Path): MachineProblem[] {
  const ofKind = (kind: Part["kind"]) => machine.parts.filter((p) => p.kind === kind).map((p) => p.id);
  switch (part.kind) {
    case "switch":
      return part.needs === undefined ? [] : unknown([...path, "needs"], part.needs, "a part", names.parts);
    case "centrifugal-contact":
      return unknown([...path, "motor"], part.motor, "a motor", ofKind("motor"));
    case "relay":
      return unknown([...path, "board"], part.board, "a board", ofKind("board"));
    case "resistor":
      return part.warms ? unknown([...path, "warms", "part"], part.warms.part, "a thermostat", ofKind("thermostat")) : [];
    case "gas-valve":
      return (["hold", "boost", "main"] as const).flatMap((c) => unknown([...path, "coils", c], part.coils[c], "a coil", ofKind("coil")));
    case "setting":
      return unknown([...path, "control"], part.control, "a control", [...names.controls.keys()]);
    case "board":
      return [
        ...unknown([...path, "sensor", "part"], part.sensor.part, "a thermistor", ofKind("thermistor")),
        ...part.heatIn.in.flatMap((p, j) => position(names, [...path, "heatIn", "in", j], part.heatIn.control, p)),
        ...part.codes.flatMap((c, j) =>
          c.sense === undefined
            ? []
            : unknown(
                [...path, "codes", j, "sense"],
                c.sense,
                "a sense",
                part.senses.map((s) => s.id),
              ),
        ),
      ];
    default:
      return [];
  }
}

function faultProblems(names: Names, part: Part, path: Path): MachineProblem[] {
  const { modes } = kindOf(part);
  return part.faults.flatMap((fault, j): MachineProblem[] => {
    const at = [...path, "faults", j];
    const mode = modes[fault.mode];
    if (!mode) return [{ code: "not-a-mode", path: [...at, "mode"], given: fault.mode, kind: part.kind, known: Object.keys(modes) }];
    const { severity } = mode;
    const given = [
      ...(fault.severity === undefined ? [] : [{ path: [...at, "severity"], value: fault.severity }]),
      ...(fault.range ?? []).map((value, k) => ({ path: [...at, "range", k], value })),
    ];
    return [
      ...given.flatMap(({ path: p, value }): MachineProblem[] => {
        if (!severity) return [{ code: "no-severity", path: p, mode: fault.mode }];
        const { least, most, is } = severity;
        return value >= least && value <= most ? [] : [{ code: "out-of-range", path: p, given: value, least, most, is }];
      }),
      ...(fault.range && fault.range[0] >= fault.range[1]
        ? [{ code: "range-reversed" as const, path: [...at, "range"], low: fault.range[0], high: fault.range[1] }]
        : []),
      ...(part.kind === "setting" && fault.at !== undefined ? position(names, [...at, "at"], part.control, fault.at) : []),
    ];
  });
}

function controlProblems(machine: Machine): MachineProblem[] {
  return machine.controls.flatMap((c, i) =>
    (["rest", "run"] as const).flatMap((field) =>
      unknown(
        ["controls", i, field],
        c[field],
        "one of its positions",
        c.positions.map((p) => p.id),
      ),
    ),
  );
}

function assemblyProblems(machine: Machine, names: Names): MachineProblem[] {
  return [
    ...machine.assemblies.flatMap((a, i) =>
      a.panel === null ? [] : unknown(["assemblies", i, "panel"], a.panel, "a panel or a place", names.panels),
    ),
    ...machine.sets.flatMap((s, i) =>
      s.assemblies.flatMap((a, j) => unknown(["sets", i, "assemblies", j], a, "an assembly or a part", names.fitted)),
    ),
  ];
}

function causeProblems(machine: Machine): MachineProblem[] {
  const known = machine.parts.flatMap((p) => p.faults.map((f) => `${p.id} ${f.mode}`));
  return machine.causes.flatMap((c, i) =>
    (["cause", "damage"] as const).flatMap((side) =>
      known.includes(`${c[side].part} ${c[side].mode}`)
        ? []
        : [
            {
              code: "unknown-name" as const,
              path: ["causes", i, side],
              given: `${c[side].part} ${c[side].mode}`,
              expected: "a fault of a part",
              known: [],
            },
          ],
    ),
  );
}

/** Nets that only one terminal touches, and test points on nets that nothing touches. */
function wiringProblems(machine: Machine, names: Names): MachineProblem[] {
  const touching = new Map<string, string[]>();
  const touch = (net: string, what: string) => touching.set(net, [...(touching.get(net) ?? []), what]);
  for (const p of machine.parts) {
    for (const n of p.nets) touch(n, p.id);
    if (p.kind !== "board") continue;
    for (const n of new Set([...p.sensor.nets, ...p.senses.flatMap((s) => s.nets), ...p.inputs.flat()])) touch(n, p.id);
  }
  for (const n of names.supplyNets) touch(n, "supply");
  touch(machine.cabinet, "cabinet");
  return [
    ...machine.parts.flatMap((p, i) =>
      p.nets.flatMap((n, j): MachineProblem[] =>
        touching.get(n)?.length === 1 ? [{ code: "one-terminal", path: ["parts", i, "nets", j], net: n, part: p.id }] : [],
      ),
    ),
    ...machine.testPoints.flatMap((t, i) => [
      ...unknown(["testPoints", i, "net"], t.net, "a net that a part touches", [...touching.keys()]),
      ...(t.panel === null ? [] : unknown(["testPoints", i, "panel"], t.panel, "a panel or a place", names.panels)),
    ]),
  ];
}

function sheetProblems(machine: Machine, names: Names): MachineProblem[] {
  const { rails, rows, beside } = machine.sheet;
  const drawn = [...rows.flatMap((r) => r.parts.flat()), ...beside];
  const nets = new Set([...rails.map((r) => r.net), ...machine.parts.flatMap((p) => [...p.nets])]);
  return [
    ...rows.flatMap((r, i) => r.parts.flat().flatMap((p) => unknown(["sheet", "rows", i, "parts"], p, "a part", names.parts))),
    ...beside.flatMap((p, i) => unknown(["sheet", "beside", i], p, "a part", names.parts)),
    ...rows.flatMap((r, i) =>
      (["from", "to"] as const).flatMap((end): MachineProblem[] =>
        nets.has(r[end]) ? [] : [{ code: "not-on-the-row", path: ["sheet", "rows", i, end], net: r[end], row: r.title }],
      ),
    ),
    ...machine.parts.flatMap((p, i): MachineProblem[] => {
      const times = drawn.filter((d) => d === p.id).length;
      if (times === 1) return [];
      return [{ code: times === 0 ? "not-on-the-sheet" : "twice-on-the-sheet", path: ["parts", i], part: p.id }];
    }),
  ];
}

/** The parts that the machine as a whole names: supply, drum, lamp, timer, burner. */
function roleProblems(machine: Machine, names: Names): MachineProblem[] {
  const { supply, drum, lamp, timer, burner } = machine;
  const need = (path: Path, given: string | null, kind: Part["kind"]) =>
    given === null
      ? []
      : unknown(
          path,
          given,
          `a part of kind ${kind}`,
          machine.parts.filter((p) => p.kind === kind).map((p) => p.id),
        );
  return [
    ...need(["supply", "part"], supply.part, "supply"),
    ...need(["drum", "motor"], drum.motor, "motor"),
    ...need(["drum", "belt"], drum.belt, "belt"),
    ...need(["lamp"], lamp, "resistor"),
    ...(timer
      ? [
          ...need(["timer", "motor"], timer.motor, "resistor"),
          ...timer.advances.flatMap((a, i) => position(names, ["timer", "advances", i, "to"], timer.control, a.to)),
        ]
      : []),
    ...(burner
      ? [
          ...need(["burner", "igniter"], burner.igniter, "igniter"),
          ...need(["burner", "sensor"], burner.sensor, "radiant-sensor"),
          ...need(["burner", "gas"], burner.gas, "gas-supply"),
        ]
      : []),
  ];
}
