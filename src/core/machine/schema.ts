import { z } from "zod";

const id = z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case letters, digits and hyphens, starting with a letter");
const net = z.string().regex(/^[A-Z][A-Z0-9.]*$/, "a net name in capitals, such as TB1");
const positive = z.number().positive();
const pair = z.tuple([net, net]);

/** A weight, share or duration that nobody has measured here: shown as an estimate and open to change. */
const estimated = z.object({ value: z.number().nonnegative(), estimate: z.literal(true) });

const fault = z.object({
  mode: z.string(),
  /** Which leg, terminal or other spot of the part, where the mode needs one. */
  at: z.string().optional(),
  /** Mode-specific: free-area fraction of a choked duct, resistance factor of shorted turns, position of a ground along an element. */
  severity: positive.optional(),
  /** A drifting part: the severities between which it is found; suspects stand at several places in between. */
  range: z.tuple([positive, positive]).optional(),
  /** As a technician says it after the part's name: “open”, “grounded to the cabinet”. */
  says: z.string(),
  /** Relative to the other faults of this machine. */
  weight: estimated,
  /** Minutes and price when the mode is put right in another way than by fitting the part (clear, reset, set). */
  remedy: z.object({ verb: z.string(), minutes: positive, price: z.number().nonnegative() }).optional(),
});

const common = {
  id,
  name: z.string(),
  /** Short, for the sheet. */
  label: z.string(),
  aliases: z.array(z.string()).default([]),
  does: z.string(),
  test: z.string(),
  where: z.string(),
  /** Panel that must be off to reach the terminals; null where none is. */
  panel: id.nullable(),
  checkMinutes: positive,
  /** The assembly that is fitted when this part fails; the part itself where left out. */
  unit: id.optional(),
  fit: z.object({ minutes: positive, price: z.number().nonnegative() }).optional(),
  faults: z.array(fault),
  /** Relative weight of an open joint at each terminal; 0.15 where left out. */
  jointWeight: z.number().nonnegative().default(0.15),
  /** Controls that a fault of this part moves: a broken belt lets its switch open, a full tank lifts the float. */
  moves: z.array(z.object({ mode: z.string(), control: id, to: z.string() })).default([]),
};

const tolerance = z.number().min(0).max(0.5).default(0.1);
const controlled = z.object({ control: id, in: z.array(z.string()).min(1) });

const part = z.discriminatedUnion("kind", [
  z.object({ ...common, kind: z.literal("conductor"), nets: pair, ohms: positive }),
  z.object({ ...common, kind: z.literal("switch"), nets: pair, closedWhen: controlled, needs: id.optional() }),
  z.object({ ...common, kind: z.literal("timer-contact"), nets: pair, closedWhen: controlled }),
  z.object({
    ...common,
    kind: z.literal("centrifugal-contact"),
    nets: pair,
    motor: id,
    closedWhen: z.enum(["at-speed", "below-speed"]),
  }),
  z.object({
    ...common,
    kind: z.literal("thermostat"),
    nets: pair,
    senses: z.enum(["box", "exhaust"]),
    opensC: z.number(),
    closesC: z.number(),
  }),
  z.object({ ...common, kind: z.literal("fuse"), nets: pair, senses: z.enum(["box", "exhaust"]), opensC: z.number() }),
  z.object({
    ...common,
    kind: z.literal("element"),
    nets: pair,
    watts: positive,
    volts: positive,
    tolerance,
    /** F2 of the trade notes: nickel-chrome 1.0e-4 /K. */
    alphaPerK: z.number().default(1e-4),
  }),
  z.object({
    ...common,
    kind: z.literal("motor"),
    /** Run end of both windings, return of the main winding, return of the start winding. */
    nets: z.tuple([net, net, net]),
    mainOhms: positive,
    startOhms: positive,
    /** Effective impedances at 50/60 Hz, ohms. */
    lockedOhms: positive,
    runningOhms: positive,
    volts: positive,
    /** Share of `volts` that the start or auxiliary winding needs to bring it up to speed; less for a capacitor motor. */
    startsAt: z.number().min(0).max(1).default(0.5),
    /** Built-in overload protector, °C of the winding; it parts both windings. */
    protector: z.object({ opensC: z.number(), closesC: z.number() }).optional(),
    tolerance,
  }),
  z.object({
    ...common,
    kind: z.literal("capacitor"),
    nets: pair,
    microfarads: positive,
  }),
  z.object({
    ...common,
    kind: z.literal("resistor"),
    nets: pair,
    ohms: positive,
    tolerance,
    role: z.enum(["heater", "timer-motor", "lamp", "pump"]),
    /** A bias heater warms the sensor of this thermostat. */
    warms: z.object({ part: id, kelvin: positive }).optional(),
  }),
  z.object({
    ...common,
    kind: z.literal("coil"),
    nets: pair,
    ohms: positive,
    tolerance,
    /** Temperature at which a coil with the fault “opens when hot” lets go, °C. */
    opensHotC: z.number().default(75),
  }),
  z.object({
    ...common,
    kind: z.literal("igniter"),
    nets: pair,
    coldOhms: positive,
    hotOhms: positive,
    tolerance: z.number().min(0).max(1).default(0.5),
  }),
  z.object({ ...common, kind: z.literal("radiant-sensor"), nets: pair, opensC: z.number(), closesC: z.number() }),
  z.object({
    ...common,
    kind: z.literal("gas-valve"),
    nets: z.array(net).length(0),
    /** The first valve pulls in with hold and boost and stays with hold; the second opens with main. */
    coils: z.object({ hold: id, boost: id, main: id }),
    /** Shares of `volts` at which a coil pulls in and lets go. */
    pullsInAt: z.number().min(0).max(1).default(0.62),
    holdsAt: z.number().min(0).max(1).default(0.35),
    volts: positive,
  }),
  z.object({ ...common, kind: z.literal("gas-supply"), nets: z.array(net).length(0) }),
  z.object({ ...common, kind: z.literal("supply"), nets: z.array(net).length(0) }),
  z.object({ ...common, kind: z.literal("belt"), nets: z.array(net).length(0) }),
  z.object({ ...common, kind: z.literal("tank"), nets: z.array(net).length(0) }),
  /** A contact that a board drives. */
  z.object({ ...common, kind: z.literal("relay"), nets: pair, board: id, drives: z.enum(["motor", "heat", "pump"]) }),
  /** F3 of the trade notes, beta form: R = R25·exp(B·(1/T − 1/298.15)). */
  z.object({ ...common, kind: z.literal("thermistor"), nets: pair, ohms25: positive, betaK: positive, tolerance }),
  /** Two bars that wet clothes bridge; nothing between them when clean and dry. */
  z.object({ ...common, kind: z.literal("moisture-bars"), nets: pair }),
  z.object({
    ...common,
    kind: z.literal("board"),
    /** Live and return of its own supply. */
    nets: pair,
    /** Of its transformer or supply, as an ohm-meter sees it. */
    ohms: positive,
    volts: positive,
    tolerance,
    /** What must be made for it to run; the one that `starts` needs to be made for a moment only. */
    senses: z.array(z.object({ id, name: z.string(), nets: pair, by: z.enum(["volts", "contact"]), starts: z.boolean().default(false) })),
    /** The thermistor it steers the heat by, and the resistances that it takes for a broken or shorted one. */
    sensor: z.object({
      part: id,
      nets: pair,
      inputOhms: positive,
      shortBelowOhms: positive,
      openAboveOhms: positive,
      heatOffC: z.number(),
      heatOnC: z.number(),
    }),
    /** Control positions in which it calls for heat. */
    heatIn: controlled,
    codes: z.array(
      z.object({
        code: z.string().regex(/^[A-Z0-9-]{1,6}$/, "a code of capitals and digits, such as F3"),
        when: z.enum(["sensor-open", "sensor-short", "not-made", "no-heat"]),
        sense: id.optional(),
        says: z.string(),
      }),
    ),
  }),
  z.object({ ...common, kind: z.literal("duct"), nets: z.array(net).length(0) }),
  z.object({ ...common, kind: z.literal("setting"), nets: z.array(net).length(0), control: id }),
]);

const panel = z.object({
  id,
  name: z.string(),
  minutesOff: positive,
  minutesOn: positive,
  tools: z.array(z.string()),
  fasteners: z.string(),
  behind: z.array(id),
});

const control = z.object({
  id,
  name: z.string(),
  positions: z.array(z.object({ id, name: z.string() })).min(2),
  /** Position in which the machine is found and metered. */
  rest: z.string(),
  /** Position that calls for heat in the standard run. */
  run: z.string(),
  momentary: z.boolean().default(false),
});

export const MODES: Record<z.infer<typeof part>["kind"], readonly string[]> = {
  conductor: ["open"],
  switch: ["open", "welded"],
  "timer-contact": ["open", "welded"],
  "centrifugal-contact": ["open", "welded"],
  thermostat: ["open", "welded", "low"],
  fuse: ["open"],
  element: ["open", "low", "grounded"],
  motor: ["main-open", "start-open", "seized", "protector-open", "wet"],
  capacitor: ["open", "shorted", "low"],
  resistor: ["open", "stalled"],
  coil: ["open", "opens-hot", "low"],
  igniter: ["open", "aged"],
  "radiant-sensor": ["open", "welded"],
  "gas-valve": ["stuck"],
  "gas-supply": ["shut"],
  supply: ["lost"],
  belt: ["broken"],
  tank: ["full"],
  relay: ["open", "welded"],
  thermistor: ["open", "shorted", "drifted"],
  "moisture-bars": ["shorted"],
  board: ["dead", "shorted"],
  duct: ["choked"],
  setting: ["wrong"],
};

const faultRef = z.object({ part: id, mode: z.string() });

export const machineSchema = z
  .object({
    format: z.literal("yennic-machine/1"),
    id,
    maker: z.string(),
    model: z.string(),
    family: z.string(),
    /** Wall side of the plug: RMS volts against neutral, signed by phase. `ground` is the protective earth. */
    supply: z.object({
      part: id,
      /** `degrees`: phase against the reference, 0 where left out. */
      legs: z.array(z.object({ id: z.string(), wall: net, pin: net, volts: z.number(), degrees: z.number().default(0) })).min(1),
      neutral: z.object({ wall: net, pin: net }),
      ground: z.object({ wall: net, pin: net }),
      breakerAmps: positive,
      /** Residual current at which the house's protection lets go, where there is one. */
      residualAmps: positive.optional(),
    }),
    cabinet: net,
    controls: z.array(control),
    parts: z.array(part).min(1),
    units: z.array(
      z.object({ id, name: z.string(), fit: z.object({ minutes: positive, price: z.number().nonnegative() }), panel: id.nullable() }),
    ),
    /** Units that age together: some fit them as a set because the labour is in the access. */
    sets: z
      .array(
        z.object({
          id,
          name: z.string(),
          units: z.array(id).min(2),
          /** Chance that a sibling left in place brings the machine back within the year. */
          callBack: z.object({ value: z.number().min(0).max(1), estimate: z.literal(true) }),
        }),
      )
      .default([]),
    panels: z.array(panel),
    testPoints: z.array(
      z.object({ id: z.string(), net, name: z.string(), aliases: z.array(z.string()).default([]), panel: id.nullable() }),
    ),
    /** What damages what: P(damage | cause), as seen when somebody is called. */
    causes: z.array(
      z.object({
        cause: faultRef,
        damage: faultRef,
        probability: z.number().min(0).max(1),
        estimate: z.literal(true),
        because: z.string(),
      }),
    ),
    thermal: z.object({
      ambientC: z.number(),
      elementJPerK: positive,
      elementWPerK: positive,
      boxJPerK: positive,
      boxLossWPerK: positive,
      drumJPerK: positive,
      drumTransferUnits: positive,
      fanShutoffPa: positive,
      fanFreeM3PerS: positive,
      ductPaPerM3PerS2: positive,
      sensorLagS: positive,
      /** Share of the exhaust's rise over the room that comes back to the heater: 0 for a vented machine, some for a condenser. */
      recirculates: z.number().min(0).max(0.95).default(0),
    }),
    /** A clockwork timer: after so many minutes of its motor's running the control goes on to the next position. */
    timer: z.object({ control: id, motor: id, steps: z.array(z.object({ afterMinutes: positive, to: z.string() })).min(1) }).optional(),
    /** A gas burner: which parts light it, and what it gives. */
    burner: z.object({ igniter: id, sensor: id, gas: id, watts: positive, ignitesAboveC: z.number() }).optional(),
    sheet: z.object({
      rails: z.array(z.object({ net, name: z.string() })).min(2),
      rows: z.array(
        /** Current flows from `from` to `to`; both are rails or nets of another row, where this one taps off. A list is parts side by side. */
        z.object({ title: z.string(), from: net, to: net, parts: z.array(z.union([id, z.array(id).min(2)])).min(1) }),
      ),
      /** Parts without wires, shown beside the circuit. */
      beside: z.array(id),
    }),
    watch: z.object({ drumMotor: id, belt: id.nullable(), lamp: id.nullable() }),
  })
  .superRefine(checkReferences);

export type Machine = z.infer<typeof machineSchema>;
export type Part = z.infer<typeof part>;
export type PartOf<K extends Part["kind"]> = Extract<Part, { kind: K }>;
export type Panel = z.infer<typeof panel>;
export type Control = z.infer<typeof control>;
export type TestPoint = Machine["testPoints"][number];

type Draft = Omit<Machine, never>;

/** References between the parts of a file: what the shape alone can't tell. */
function checkReferences(machine: Draft, context: z.core.$RefinementCtx<unknown>): void {
  const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path, message });
  const parts = new Map(machine.parts.map((p) => [p.id, p]));
  const panels = new Set(machine.panels.map((p) => p.id));
  const units = new Set(machine.units.map((u) => u.id));
  const controls = new Map(machine.controls.map((c) => [c.id, c]));
  const nets = new Set(machine.parts.flatMap((p) => [...p.nets]));
  for (const side of [...machine.supply.legs, machine.supply.neutral, machine.supply.ground]) {
    nets.add(side.wall);
    nets.add(side.pin);
  }
  const timer = machine.timer;
  timer?.steps.forEach((step, i) => {
    if (!controls.get(timer.control)?.positions.some((q) => q.id === step.to))
      refuse(["timer", "steps", i, "to"], `“${step.to}” is not a position of ${timer.control}`);
  });
  const seen = new Set<string>();
  machine.parts.forEach((p, i) => {
    if (seen.has(p.id)) refuse(["parts", i, "id"], `“${p.id}” is used twice; give each part an id of its own`);
    seen.add(p.id);
    if (p.panel !== null && !panels.has(p.panel)) refuse(["parts", i, "panel"], `names the panel “${p.panel}”, which is not in panels`);
    if (p.unit !== undefined && !units.has(p.unit)) refuse(["parts", i, "unit"], `names the unit “${p.unit}”, which is not in units`);
    if (p.unit === undefined && !p.fit && p.faults.some((f) => !f.remedy)) {
      refuse(["parts", i, "fit"], "is missing: give fit (minutes, price), a unit, or a remedy for every fault");
    }
    p.faults.forEach((f, j) => {
      if (!MODES[p.kind].includes(f.mode)) {
        refuse(
          ["parts", i, "faults", j, "mode"],
          `“${f.mode}” is not a way in which a ${p.kind} fails; expected ${MODES[p.kind].join(", ")}`,
        );
      }
    });
    p.moves.forEach((m, j) => {
      if (!controls.get(m.control)?.positions.some((q) => q.id === m.to))
        refuse(["parts", i, "moves", j], `moves “${m.control}” to “${m.to}”, which is not a position of a control`);
    });
    if (p.kind === "relay" && parts.get(p.board)?.kind !== "board")
      refuse(["parts", i, "board"], `names “${p.board}”, which is not a board`);
    if (p.kind === "board" && parts.get(p.sensor.part)?.kind !== "thermistor")
      refuse(["parts", i, "sensor", "part"], `names “${p.sensor.part}”, which is not a thermistor`);
    if ("closedWhen" in p && typeof p.closedWhen === "object") {
      const c = controls.get(p.closedWhen.control);
      if (!c) refuse(["parts", i, "closedWhen", "control"], `names the control “${p.closedWhen.control}”, which is not in controls`);
      else
        p.closedWhen.in.forEach((position, j) => {
          if (!c.positions.some((q) => q.id === position)) {
            refuse(
              ["parts", i, "closedWhen", "in", j],
              `“${position}” is not a position of ${c.id}; expected ${c.positions.map((q) => q.id).join(", ")}`,
            );
          }
        });
    }
  });
  const fitted = new Set(machine.parts.map((p) => p.unit ?? p.id));
  machine.sets.forEach((set, i) => {
    set.units.forEach((unit, j) => {
      if (!fitted.has(unit)) refuse(["sets", i, "units", j], `names the unit “${unit}”, which is neither a part nor a unit`);
    });
  });
  machine.controls.forEach((c, i) => {
    for (const field of ["rest", "run"] as const) {
      if (!c.positions.some((p) => p.id === c[field])) refuse(["controls", i, field], `“${c[field]}” is not one of its positions`);
    }
  });
  machine.panels.forEach((p, i) => {
    for (const other of p.behind)
      if (!panels.has(other)) refuse(["panels", i, "behind"], `names the panel “${other}”, which is not in panels`);
  });
  machine.testPoints.forEach((t, i) => {
    if (!nets.has(t.net)) refuse(["testPoints", i, "net"], `names the net “${t.net}”, which no part touches`);
  });
  const known = (ref: { part: string; mode: string }) => parts.get(ref.part)?.faults.some((f) => f.mode === ref.mode) ?? false;
  machine.causes.forEach((c, i) => {
    for (const side of ["cause", "damage"] as const) {
      if (!known(c[side])) refuse(["causes", i, side], `names the fault “${c[side].part} ${c[side].mode}”, which no part has`);
    }
  });
  machine.sheet.rows.forEach((row, i) => {
    row.parts.flat().forEach((name, j) => {
      if (!parts.has(name)) refuse(["sheet", "rows", i, "parts", j], `names the part “${name}”, which is not in parts`);
    });
  });
}

export class MachineError extends SyntaxError {}

/** Checks a machine file. Throws {@link MachineError} naming the path of each wrong field. */
export function parseMachine(data: unknown, file = "machine"): Machine {
  const result = machineSchema.safeParse(data);
  if (result.success) return result.data;
  const lines = result.error.issues.slice(0, 5).map((issue) => `${issue.path.join(".") || "(file)"}: ${issue.message}`);
  throw new MachineError(`${file}: ${lines.join("; ")}`);
}

/** Part by id. Throws RangeError for an id the machine does not have. */
export function partOf(machine: Machine, id: string): Part {
  const found = machine.parts.find((p) => p.id === id);
  if (!found) throw new RangeError(`${machine.id} has no part “${id}”; it has ${machine.parts.map((p) => p.id).join(", ")}`);
  return found;
}

/** What is fitted when a part fails: the part, or the assembly it belongs to. */
export function unitOf(machine: Machine, part: Part): { id: string; name: string; minutes: number; price: number; panel: string | null } {
  const unit = part.unit === undefined ? undefined : machine.units.find((u) => u.id === part.unit);
  if (unit) return { id: unit.id, name: unit.name, panel: unit.panel, ...unit.fit };
  const fit = part.fit ?? part.faults.find((f) => f.remedy)?.remedy ?? { minutes: 10, price: 0 };
  return { id: part.id, name: part.name, panel: part.panel, minutes: fit.minutes, price: fit.price };
}
