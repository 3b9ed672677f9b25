import type { ReadingSetup } from "../diagnosis/predict";
import type { Measure } from "../job/entry";
import { isWallPoint } from "../job/safety";
import { hasHood, LOOKS, sightsFor } from "../job/sights";
import { type ControlPositions, restControls } from "../machine/condition";
import type { Machine, Part, TestPoint } from "../machine/schema";

/** Something that could be done next to learn more. */
export type TestAction = {
  readonly id: string;
  /** What to do, as an order: “Measure the cut-off, H3 to H4”. */
  readonly title: string;
  readonly how: string;
  readonly minutes: number;
  readonly panels: readonly string[];
  readonly needs: "dead" | "live" | "running" | "nothing";
} & (
  | { readonly kind: "reading"; readonly setup: ReadingSetup; readonly part?: string }
  | { readonly kind: "sighting"; readonly sight: string; readonly part?: string }
  | { readonly kind: "measure"; readonly what: Measure["what"]; readonly part?: string }
);

/** A pair that needs an opened panel takes two places to reach; pins at the plug lie in the hand. */
const PLUG_PAIR_MINUTES = 1.5;
const INSIDE_PAIR_MINUTES = 3;
const VOLT_MINUTES = 1.5;

/** Pairs of a part's terminals that mean something by themselves, from 1. */
export function windings(part: Part): readonly { terminals: readonly [number, number]; says: string }[] {
  if (part.nets.length < 2) return [];
  if (part.kind === "motor") {
    return [
      { terminals: [1, 2], says: `${part.name.toLowerCase()}, main winding` },
      { terminals: [1, 3], says: `${part.name.toLowerCase()}, start winding` },
    ];
  }
  return [{ terminals: [1, 2], says: part.name.toLowerCase() }];
}

/** Controls under which a good part conducts, for it to be metered. */
export function closedControls(machine: Machine, part: Part): ControlPositions {
  const controls: Record<string, string> = { ...restControls(machine) };
  if ((part.kind === "switch" || part.kind === "timer-contact") && part.closedWhen.in[0] !== undefined) {
    const { control, in: positions } = part.closedWhen;
    if (!positions.includes(controls[control] ?? "")) controls[control] = positions[0] as string;
  }
  return controls;
}

/** “start pressed, door open”: the controls that differ from how the machine is found; empty when none. */
export function controlsSay(machine: Machine, controls: ControlPositions): string {
  return machine.controls
    .filter((c) => controls[c.id] !== undefined && controls[c.id] !== c.rest)
    .map((c) => `${c.name.toLowerCase()} ${c.positions.find((p) => p.id === controls[c.id])?.name ?? controls[c.id]}`)
    .join(", ");
}

/** Every test this machine offers. Which are allowed and affordable now is decided later. */
export function testsOf(machine: Machine): TestAction[] {
  return [
    ...sightTests(machine),
    ...lookTests(machine),
    ...partTests(machine),
    ...cabinetTests(machine),
    ...pairTests(machine),
    ...voltTests(machine),
    ...measureTests(machine),
  ];
}

function sightTests(machine: Machine): TestAction[] {
  return sightsFor(machine)
    .filter((s) => s.tells !== false)
    .map((s) => ({
      kind: "sighting",
      id: s.id,
      sight: s.id,
      title: s.question,
      how: s.how,
      minutes: s.minutes,
      panels: [],
      needs: "running",
    }));
}

/** How a part is examined without a meter across it, and the minutes it takes; kinds that are not here are not examined so. */
const EXAMINED: Partial<Record<Part["kind"], { title: (name: string) => string; minutes: number }>> = {
  belt: { title: (n) => `Look at the ${n}`, minutes: 1 },
  setting: { title: (n) => `Look at the ${n}`, minutes: 1 },
  tank: { title: (n) => `Pull out the ${n}: is it full?`, minutes: 1 },
  supply: { title: (n) => `Look at the ${n}`, minutes: 3 },
  element: { title: (n) => `Look at the ${n}`, minutes: 1 },
  "gas-supply": { title: (n) => `Look at the ${n}`, minutes: 1 },
  igniter: { title: (n) => `Look at the ${n}`, minutes: 1 },
  duct: { title: (n) => `Pull out and look at ${n}`, minutes: 3 },
  board: { title: (n) => `Look over the ${n} for burnt spots`, minutes: 2 },
  capacitor: { title: (n) => `Measure the µF of the ${n} against its label`, minutes: 3 },
  "moisture-bars": { title: (n) => `Look at the ${n} for film`, minutes: 1 },
  thermostat: { title: (n) => `Warm the ${n} to prove that it opens`, minutes: 5 },
  "radiant-sensor": { title: (n) => `Warm the ${n} to prove that it opens`, minutes: 5 },
  thermistor: { title: (n) => `Warm the ${n} in the hand: its ohms must fall as on its curve`, minutes: 4 },
  coil: { title: (n) => `Warm the ${n} and measure it again hot`, minutes: 7 },
};

function lookTests(machine: Machine): TestAction[] {
  return machine.parts.flatMap((p): TestAction[] => {
    const how =
      EXAMINED[p.kind] ??
      (p.kind === "resistor" && p.role === "pump" ? { title: (n: string) => `Does the ${n} turn freely?`, minutes: 3 } : undefined);
    if (!how || (p.kind === "duct" && hasHood(machine))) return [];
    return [
      {
        kind: "sighting",
        id: `look ${p.id}`,
        sight: LOOKS,
        part: p.id,
        title: how.title(p.name.toLowerCase()),
        how: p.test,
        minutes: how.minutes,
        panels: p.panel === null ? [] : [p.panel],
        needs: p.panel === null ? "nothing" : "dead",
      },
    ];
  });
}

function partTests(machine: Machine): TestAction[] {
  return machine.parts.flatMap((part) => {
    if (part.kind === "centrifugal-contact" && part.closedWhen === "at-speed") return [];
    const controls = closedControls(machine, part);
    return windings(part).map(({ terminals, says }): TestAction => {
      const [a, b] = terminals;
      const state = controlsSay(machine, controls);
      return {
        kind: "reading",
        id: `part ${part.id}.${a}.${b}`,
        part: part.id,
        title: `Measure the ${says}, ${part.nets[a - 1]} to ${part.nets[b - 1]}`,
        how: `${part.kind === "conductor" ? "Cord out" : "Take its wires off first"}${state ? `; ${state}` : ""}.`,
        minutes: part.checkMinutes,
        panels: part.panel === null ? [] : [part.panel],
        needs: "dead",
        setup: { between: [`${part.id}.${a}`, `${part.id}.${b}`], unit: "ohm", wiresOff: [part.id], controls },
      };
    });
  });
}

function cabinetTests(machine: Machine): TestAction[] {
  return machine.parts
    .filter((p) => p.kind === "element" || p.faults.some((f) => f.mode === "wet"))
    .map((part) => ({
      kind: "reading",
      id: `cabinet ${part.id}`,
      part: part.id,
      title: `Measure the ${part.name.toLowerCase()} to the cabinet`,
      how: "Take its wires off first. Anything but OL is a fault.",
      minutes: part.checkMinutes,
      panels: part.panel === null ? [] : [part.panel],
      needs: "dead",
      setup: { between: [`${part.id}.1`, machine.cabinet], unit: "ohm", wiresOff: [part.id], controls: restControls(machine) },
    }));
}

/** Places at the plug speak for themselves; inside, the net's own name is what is on the sheet. */
const pointSays = (t: TestPoint): string => (t.panel === null ? t.name : t.net);

/** Any two points with all wires on, at rest and with each momentary control held: found without knowing any trick. */
function pairTests(machine: Machine): TestAction[] {
  const points = machine.testPoints.filter((t) => !isWallPoint(machine, t.net));
  const states: ControlPositions[] = [restControls(machine)];
  for (const c of machine.controls) if (c.momentary) states.push({ ...restControls(machine), [c.id]: c.run });
  return states.flatMap((controls) =>
    points.flatMap((a, i) =>
      points.slice(i + 1).map((b): TestAction => {
        const state = controlsSay(machine, controls);
        return {
          kind: "reading",
          id: `pair ${a.net} ${b.net} ${state}`,
          title: `Measure ${pointSays(a)} to ${pointSays(b)}${state ? `, ${state}` : ""}`,
          how: "Cord out, wires on.",
          minutes: (a.panel === null && b.panel === null ? PLUG_PAIR_MINUTES : INSIDE_PAIR_MINUTES) + (state ? 0.5 : 0),
          panels: [a.panel, b.panel].filter((p) => p !== null),
          needs: "dead",
          setup: { between: [a.net, b.net], unit: "ohm", wiresOff: [], controls },
        };
      }),
    ),
  );
}

function measureTests(machine: Machine): TestAction[] {
  const running = { kind: "measure", panels: [], needs: "running" } as const;
  return [
    {
      ...running,
      id: "exhaust-peak",
      what: "exhaust-peak",
      title: "Take the highest exhaust temperature",
      how: "Thermometer in the exhaust, empty, on heat, for a quarter of an hour.",
      minutes: 12,
    },
    ...(hasHood(machine)
      ? [
          {
            ...running,
            id: "back-pressure",
            what: "back-pressure",
            title: "Measure the back pressure of the duct",
            how: "Gauge at the exhaust outlet, drum turning.",
            minutes: 4,
          } as const,
        ]
      : []),
  ];
}

function voltTests(machine: Machine): TestAction[] {
  const { legs, neutral } = machine.supply;
  const returns = [neutral.wall, ...legs.map((l) => l.wall)];
  const outlet = returns.flatMap((a, i) => returns.slice(i + 1).map((b) => [a, b] as const));
  const name = (net: string) => {
    const point = machine.testPoints.find((t) => t.net === net);
    return point ? pointSays(point) : net;
  };
  const returnRail = machine.sheet.rails[1]?.net;
  const inside = machine.testPoints.filter((t) => !isWallPoint(machine, t.net) && t.panel !== null && t.net !== returnRail);
  const run = Object.fromEntries(machine.controls.filter((c) => !c.momentary).map((c) => [c.id, c.run]));
  const setup = (a: string, b: string): ReadingSetup => ({ between: [a, b], unit: "volt", wiresOff: [], controls: run });
  return [
    ...outlet.map(
      ([a, b]): TestAction => ({
        kind: "reading",
        id: `volts ${a} ${b}`,
        title: `Measure volts, ${name(a)} to ${name(b)}`,
        how: "At the outlet; one hand, insulated probes.",
        minutes: 3,
        panels: [],
        needs: "nothing",
        setup: setup(a, b),
      }),
    ),
    ...(returnRail === undefined ? [] : inside).map(
      (t): TestAction => ({
        kind: "reading",
        id: `volts ${t.net} ${returnRail}`,
        title: `Measure volts, ${pointSays(t)} to ${name(returnRail as string)}`,
        how: "Running on heat; one hand, insulated probes.",
        minutes: VOLT_MINUTES,
        panels: [t.panel as string, machine.testPoints.find((p) => p.net === returnRail)?.panel ?? null].filter((p) => p !== null),
        needs: "live",
        setup: setup(t.net, returnRail as string),
      }),
    ),
  ];
}
