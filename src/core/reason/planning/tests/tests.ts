import { piecesOf, repairOf } from "../../../model/machine/assembly";
import { hasHood, isWallPoint, type Machine, type Part, returnRail } from "../../../model/machine/format";
import { closedControls, windingsOf } from "../../../model/machine/metering";
import { kindOf } from "../../../model/machine/parts/index";
import { type MendedPiece, pieceId } from "../../../model/machine/pieces";
import { restControls, runningControls } from "../../../model/machine/run/at-rest";
import type { ControlPositions } from "../../../model/machine/run/condition";
import { partOff, terminalName } from "../../../model/machine/wiring";
import { askedSights } from "../../../model/sights/sights";
import type { Question } from "../../../record/finding/finding";
import { SUPPLY } from "../../../record/finding/kinds/amps";
import { CODE_ASKED } from "../../../record/finding/kinds/code";
import { ROOM } from "../../../record/finding/kinds/temperature";

/** Something that could be done next to learn more. */
export interface TestAction {
  readonly id: string;
  readonly question: Question;
  readonly minutes: number;
  readonly panels: readonly string[];
  readonly needs: "dead" | "live" | "running" | "nothing";
  /** The part that is tested, where it is one. */
  readonly part?: string;
}

/** A pair that needs an opened panel takes two places to reach; pins at the plug lie in the hand. */
const PLUG_PAIR_MINUTES = 1.5;
const INSIDE_PAIR_MINUTES = 3;
const CONTROL_MINUTES = 0.5;
const VOLT_MINUTES = 1.5;
const OUTLET_MINUTES = 3;
const EXHAUST_PEAK_MINUTES = 12;
const BACK_PRESSURE_MINUTES = 4;
/** A clamp on a splitter between plug and outlet: nothing is opened. */
const CLAMP_MINUTES = 2.5;
const ROOM_MINUTES = 0.5;

/** Every test this machine offers. Which are allowed and affordable now is decided later. */
export function testsOf(machine: Machine): TestAction[] {
  return [
    ...sightTests(machine),
    ...codeTests(machine),
    ...lookTests(machine),
    ...pieceTests(machine),
    ...partTests(machine),
    ...cabinetTests(machine),
    ...pairTests(machine),
    ...outletTests(machine),
    ...liveTests(machine),
    ...clampTests(machine),
    ...runTests(machine),
    ...roomTests(machine),
  ];
}

function sightTests(machine: Machine): TestAction[] {
  return askedSights(machine).map((s) => ({
    id: s.id,
    question: { kind: "sight", place: { sight: s.id }, circumstances: {} },
    minutes: s.minutes,
    panels: [],
    needs: "running",
  }));
}

function codeTests(machine: Machine): TestAction[] {
  if (!machine.parts.some((p) => p.kind === "board")) return [];
  const question: Question = { kind: "code", place: { on: "display" }, circumstances: {} };
  return [{ id: CODE_ASKED.id, question, minutes: CODE_ASKED.minutes, panels: [], needs: "running" }];
}

/** A look at a part and its terminals: charred, loose, brown. */
const TERMINALS_MINUTES = 1;

/** A vented machine's duct is judged by the air at its hood. */
function lookTests(machine: Machine): TestAction[] {
  return machine.parts.flatMap((part): TestAction[] => {
    const wired = part.nets.length > 0 && part.jointWeight > 0 && part.panel !== null;
    const examined = kindOf(part).examined(part) ?? (wired ? { minutes: TERMINALS_MINUTES } : null);
    if (!examined || (part.kind === "duct" && hasHood(machine))) return [];
    return [
      {
        id: `look ${part.id}`,
        question: { kind: "look", place: { part: part.id }, circumstances: {} },
        part: part.id,
        minutes: examined.minutes,
        panels: behind(part),
        needs: part.panel === null ? "nothing" : "dead",
      },
    ];
  });
}

/** A piece that no circuit shows, by hand and eye. The drum and the wheel are felt from outside, the burner by its flame and a gauge (est.). */
const PIECE_LOOKS: Readonly<Record<MendedPiece, { readonly minutes: number; readonly inside: boolean }>> = {
  drum: { minutes: 1, inside: false },
  blower: { minutes: 2, inside: true },
  idler: { minutes: 1, inside: true },
  wiring: { minutes: 4, inside: true },
  burner: { minutes: 4, inside: true },
};

function pieceTests(machine: Machine): TestAction[] {
  return piecesOf(machine).map((piece) => {
    const { minutes, inside } = PIECE_LOOKS[piece];
    const { panel } = repairOf(machine, pieceId(piece));
    return {
      id: `look ${pieceId(piece)}`,
      question: { kind: "spot", place: { piece }, circumstances: {} },
      minutes,
      panels: inside && panel !== null ? [panel] : [],
      needs: inside ? "dead" : "nothing",
    };
  });
}

const behind = ({ panel }: Part): string[] => (panel === null ? [] : [panel]);

/** Across a part, its wires off. */
function partTests(machine: Machine): TestAction[] {
  return machine.parts.flatMap((part) => {
    if (!kindOf(part).readsAtRest(part)) return [];
    const controls = closedControls(machine, part);
    return windingsOf(part).map(({ terminals: [a, b] }): TestAction => {
      const between: [string, string] = [terminalName(part.id, a), terminalName(part.id, b)];
      return {
        id: `part ${part.id}.${a}.${b}`,
        question: { kind: "ohms", place: { between }, circumstances: { wiring: [partOff(part.id)], controls: { ...controls } } },
        part: part.id,
        minutes: part.checkMinutes,
        panels: behind(part),
        needs: "dead",
      };
    });
  });
}

/** To the cabinet, its wires off: of heating elements and of what gets wet. */
function cabinetTests(machine: Machine): TestAction[] {
  return machine.parts
    .filter((p) => p.kind === "element" || p.faults.some((f) => f.mode === "wet"))
    .map((part) => ({
      id: `cabinet ${part.id}`,
      question: {
        kind: "ohms",
        place: { between: [terminalName(part.id, 1), machine.cabinet] },
        circumstances: { wiring: [partOff(part.id)], controls: restControls(machine) },
      },
      part: part.id,
      minutes: part.checkMinutes,
      panels: behind(part),
      needs: "dead",
    }));
}

/** Any two points with all wires connected, at rest and with each momentary control held: found without knowing any trick. */
function pairTests(machine: Machine): TestAction[] {
  const points = machine.testPoints.filter((t) => !isWallPoint(machine, t.net));
  const held = machine.controls.filter((c) => c.momentary).map((c) => ({ ...restControls(machine), [c.id]: c.run }));
  return [restControls(machine), ...held].flatMap((controls) =>
    points.flatMap((a, i) => points.slice(i + 1).map((b) => pairTest(machine, a, b, controls))),
  );
}

type Point = Machine["testPoints"][number];

function pairTest(machine: Machine, a: Point, b: Point, controls: ControlPositions): TestAction {
  const moved = machine.controls.filter((c) => controls[c.id] !== c.rest).map((c) => `${c.id}=${controls[c.id]}`);
  const atPlug = a.panel === null && b.panel === null;
  return {
    id: ["pair", a.net, b.net, ...moved].join(" "),
    question: { kind: "ohms", place: { between: [a.net, b.net] }, circumstances: { controls: { ...controls } } },
    minutes: (atPlug ? PLUG_PAIR_MINUTES : INSIDE_PAIR_MINUTES) + (moved.length > 0 ? CONTROL_MINUTES : 0),
    panels: [a.panel, b.panel].filter((p) => p !== null),
    needs: "dead",
  };
}

const voltsBetween = (machine: Machine, a: string, b: string): Question => ({
  kind: "volts",
  place: { between: [a, b] },
  circumstances: { controls: { ...runningControls(machine) } },
});

/** Between every two holes of the outlet. */
function outletTests(machine: Machine): TestAction[] {
  const { legs, neutral } = machine.supply;
  const holes = [neutral.wall, ...legs.map((l) => l.wall)];
  return holes.flatMap((a, i) =>
    holes.slice(i + 1).map(
      (b): TestAction => ({
        id: `volts ${a} ${b}`,
        question: voltsBetween(machine, a, b),
        minutes: OUTLET_MINUTES,
        panels: [],
        needs: "nothing",
      }),
    ),
  );
}

/** From every point inside to the return rail, running on heat. */
function liveTests(machine: Machine): TestAction[] {
  const rail = returnRail(machine);
  if (rail === undefined) return [];
  const railPanel = machine.testPoints.find((p) => p.net === rail)?.panel ?? null;
  return machine.testPoints
    .filter((t) => !isWallPoint(machine, t.net) && t.panel !== null && t.net !== rail)
    .map((t) => ({
      id: `volts ${t.net} ${rail}`,
      question: voltsBetween(machine, t.net, rail),
      minutes: VOLT_MINUTES,
      panels: [t.panel, railPanel].filter((p) => p !== null),
      needs: "live",
    }));
}

/** Gives what the whole machine draws on heat. A burner's igniter comes and goes: there it tells no more than the eye. */
function clampTests(machine: Machine): TestAction[] {
  if (!machine.parts.some((p) => p.kind === "element")) return [];
  const question: Question = { kind: "amps", place: { through: SUPPLY }, circumstances: { controls: { ...runningControls(machine) } } };
  return [{ id: "amps supply", question, minutes: CLAMP_MINUTES, panels: [], needs: "running" }];
}

/** Tells nothing by itself: it is asked for before what reads otherwise in a cold room is blamed. */
function roomTests(machine: Machine): TestAction[] {
  if (!machine.parts.some((p) => p.kind === "thermistor")) return [];
  const question: Question = { kind: "temperature", place: { stream: ROOM }, circumstances: {} };
  return [{ id: "room", question, minutes: ROOM_MINUTES, panels: [], needs: "nothing" }];
}

function runTests(machine: Machine): TestAction[] {
  const exhaust: TestAction = {
    id: "exhaust-peak",
    question: { kind: "temperature", place: { stream: "exhaust" }, circumstances: {} },
    minutes: EXHAUST_PEAK_MINUTES,
    panels: [],
    needs: "running",
  };
  if (!hasHood(machine)) return [exhaust];
  const duct: Question = { kind: "pressure", place: { stream: "duct" }, circumstances: {} };
  return [exhaust, { id: "back-pressure", question: duct, minutes: BACK_PRESSURE_MINUTES, panels: [], needs: "running" }];
}
