import { z } from "zod";
import { exchange, lead, panel, place, routing, terminal } from "./cabinet";
import { fit, id, net, positive, share } from "./parts/fields";
import { type Part, type PartKind, type PartOf, partSchema } from "./parts/index";

export type { Part, PartKind, PartOf };

/** Format of machine files that this version writes. */
const MACHINE_FORMAT = "yennic-machine/3";

const control = z
  .strictObject({
    id: id.describe("Name by which parts speak of it."),
    name: z.string().describe("Its name on the machine."),
    positions: z
      .array(
        z
          .strictObject({ id: z.string().describe("Name by which parts speak of it."), name: z.string().describe("As the dial says it.") })
          .describe("A position."),
      )
      .min(2)
      .describe("Its positions."),
    rest: z.string().describe("Position in which the machine is found and metered."),
    run: z.string().describe("Position that calls for heat in the standard run."),
    momentary: z.boolean().default(false).describe("Comes back by itself when it is let go."),
  })
  .describe("What a person, the door, the belt or water moves.");

const side = (says: string) =>
  z.strictObject({ wall: net.describe("Net on the wall's side of the plug."), pin: net.describe("Net of the plug's pin.") }).describe(says);

const supply = z
  .strictObject({
    part: id.describe("The part that stands for the house's supply and its faults."),
    legs: z
      .array(
        z
          .strictObject({
            id: z.string().describe("Its name: L1."),
            wall: net.describe("Net on the wall's side of the plug."),
            pin: net.describe("Net of the plug's pin."),
            volts: z.number().describe("RMS volts against neutral, signed by phase."),
            degrees: z.number().default(0).describe("Phase against the reference, degrees."),
          })
          .describe("One live leg."),
      )
      .min(1)
      .describe("Live legs of the outlet."),
    neutral: side("The neutral."),
    ground: side("The protective earth."),
    breakerAmps: positive.describe("Rating of the house's breaker, A."),
    residualAmps: positive.optional().describe("Residual current at which the house's protection lets go, A, where there is one."),
  })
  .describe("What comes out of the wall.");

const assembly = z
  .strictObject({
    id: id.describe("Name by which parts speak of it."),
    name: z.string().describe("As the parts list calls it."),
    fit,
    panel: id.nullable().describe("Panel that must be off to fit it, or place that must be reached; null where none is."),
  })
  .describe("What is fitted as one.");

const set = z
  .strictObject({
    id: id.describe("Its name."),
    name: z.string().describe("As a technician calls it: “heater with limit and cut-off”."),
    assemblies: z.array(id).min(2).describe("What belongs to it."),
    callBack: z
      .strictObject({
        value: share.describe("The chance."),
        estimate: z.literal(true).describe("True: an estimate."),
      })
      .describe("Chance that a sibling left in place brings the machine back within the year."),
  })
  .describe("Assemblies that age together: some fit them as a set because the labour is in the access.");

const testPoint = z
  .strictObject({
    id: z.string().describe("Its name on the sheet."),
    net: net.describe("The net that is touched."),
    name: z.string().describe("Where a probe goes, in words."),
    aliases: z.array(z.string()).default([]).describe("Other names that technicians type."),
    panel: id.nullable().describe("Panel that must be off to touch it; null at the plug and the outlet."),
  })
  .describe("A place for a probe.");

const faultRef = (says: string) =>
  z.strictObject({ part: id.describe("The part."), mode: z.string().describe("How it fails.") }).describe(says);

const cause = z
  .strictObject({
    cause: faultRef("What does the damage."),
    damage: faultRef("What is damaged."),
    probability: share.describe("P(damage | cause), as seen at a service call."),
    estimate: z.literal(true).describe("True: an estimate."),
    because: z.string().describe("Why the one follows from the other."),
  })
  .describe("What damages what.");

const thermal = z
  .strictObject({
    ambientC: z.number().describe("Temperature of the room, °C."),
    elementJPerK: positive.describe("Heat capacity of the heating element, J/K."),
    elementWPerK: positive.describe("From the element to the air of the box, W/K."),
    boxJPerK: positive.describe("Heat capacity of the heater box, J/K."),
    boxLossWPerK: positive.describe("From the box to the room, W/K."),
    drumJPerK: positive.describe("Heat capacity of drum and load, J/K."),
    drumTransferUnits: positive.describe("Number of transfer units between the air and the drum."),
    fanShutoffPa: positive.describe("Pressure of the fan against a closed duct, Pa."),
    fanFreeM3PerS: positive.describe("Flow of the fan against nothing, m³/s."),
    ductPaPerM3PerS2: positive.describe("System curve of the machine and its clear duct, Pa/(m³/s)²."),
    sensorLagS: positive.describe("Time constant of a sensor in the box, s; one in the exhaust takes twice as long."),
    recirculates: z
      .number()
      .min(0)
      .max(0.95)
      .default(0)
      .describe("Share of the exhaust's rise over the room that comes back to the heater: 0 for a vented machine, some for a condenser."),
  })
  .describe("The few constants of its heat and air.");

const timer = z
  .strictObject({
    control: id.describe("The control that it moves."),
    motor: id.describe("The resistor that is its drive."),
    advances: z
      .array(
        z
          .strictObject({
            afterMinutes: positive.describe("Minutes of its drive's running since the advance before."),
            to: z.string().describe("The position it goes to."),
          })
          .describe("One advance."),
      )
      .min(1)
      .describe("Where it goes, and when."),
  })
  .describe("A clockwork timer: after so many minutes of its drive's running the control goes on to the next position.");

const burner = z
  .strictObject({
    igniter: id.describe("The igniter."),
    sensor: id.describe("The flame sensor."),
    gas: id.describe("The gas supply."),
    watts: positive.describe("Heat of its flame, W."),
    ignitesAboveC: z.number().describe("Temperature of the igniter above which gas lights, °C."),
  })
  .describe("A gas burner: which parts light it, and what it gives.");

const row = z
  .strictObject({
    title: z.string().describe("Name of the branch."),
    from: net.describe("Where its current comes from: a rail, or a net of another row."),
    to: net.describe("Where its current goes: a rail, or a net of another row."),
    parts: z
      .array(z.union([id, z.array(id).min(2)]))
      .min(1)
      .describe("Parts in the order in which current flows; a list is parts side by side."),
  })
  .describe("A branch as the sheet draws it.");

const sheet = z
  .strictObject({
    rails: z
      .array(z.strictObject({ net: net.describe("Its net."), name: z.string().describe("As it is written over it.") }).describe("A rail."))
      .min(2)
      .describe("The rails between which the branches hang; the second is the return."),
    rows: z.array(row).describe("The branches."),
    beside: z.array(id).describe("Parts that no branch holds, shown beside the circuit."),
  })
  .describe("How the wiring sheet is drawn.");

/** A machine file by its shape alone; what its fields name is checked by {@link referenceProblems}. */
export const machineSchema = z
  .strictObject({
    format: z.literal(MACHINE_FORMAT).describe("Version of this format."),
    id: id.describe("Name by which records speak of the machine."),
    maker: z.string().describe("Maker, from the plate."),
    model: z.string().describe("Model, from the plate."),
    family: z.string().describe("What sort of machine it is, in words."),
    supply,
    cabinet: net.describe("The net of the cabinet."),
    controls: z.array(control).describe("Controls."),
    parts: z.array(partSchema).min(1).describe("Parts; those that name the same net touch."),
    assemblies: z.array(assembly).describe("What is fitted as one."),
    sets: z.array(set).default([]).describe("Sets of assemblies that age together."),
    panels: z.array(panel).describe("What comes off: panels, and what stands in the way behind them."),
    places: z.array(place).default([]).describe("Places inside that are reached by more than one way."),
    leads: z.array(lead).default([]).describe("Every end of a wire on a terminal: its mark, its colour and how it is held."),
    spares: z.array(terminal).default([]).describe("Terminals that stay empty."),
    exchanges: z.array(exchange).default([]).describe("What the exchange of each assembly wants."),
    testPoints: z.array(testPoint).describe("Places for probes."),
    causes: z.array(cause).describe("What damages what."),
    thermal,
    timer: timer.optional(),
    burner: burner.optional(),
    sheet,
    drum: z
      .strictObject({
        motor: id.describe("The motor that turns it."),
        belt: id.nullable().describe("The belt by which it turns; null where there is none."),
        routing: routing.optional(),
      })
      .describe("What turns."),
    lamp: id.nullable().describe("The drum lamp; null where there is none."),
  })
  .describe("A machine: its circuit, its heat, its cabinet and the ways in which it fails.");

export type Machine = z.infer<typeof machineSchema>;
export type Panel = Machine["panels"][number];
type Place = Machine["places"][number];
type Control = Machine["controls"][number];
export type TestPoint = Machine["testPoints"][number];

/** Part by id. Throws RangeError for an id the machine does not have. */
export function partOf(machine: Machine, id: string): Part {
  const found = maybePartOf(machine, id);
  if (!found) throw new RangeError(`${machine.id} has no part “${id}”; it has ${machine.parts.map((p) => p.id).join(", ")}`);
  return found;
}

export const maybePartOf = (machine: Machine, id: string): Part | undefined => machine.parts.find((p) => p.id === id);

/** Part by id, of a kind that is known. Throws RangeError for another. */
export function partOfKind<K extends PartKind>(machine: Machine, id: string, kind: K): PartOf<K> {
  const part = partOf(machine, id);
  if (part.kind !== kind) throw new RangeError(`“${id}” of ${machine.id} is a ${part.kind}; expected a ${kind}`);
  return part as PartOf<K>;
}

/** Panel by id. Throws RangeError for an id the machine does not have. */
export function panelOf(machine: Machine, id: string): Panel {
  const found = maybePanelOf(machine, id);
  if (!found) throw new RangeError(`${machine.id} has no panel “${id}”; it has ${machine.panels.map((p) => p.id).join(", ")}`);
  return found;
}

/** A place inside, by id; `undefined` for a panel and for what the machine does not have. */
export const maybePlaceOf = (machine: Machine, id: string): Place | undefined => machine.places.find((p) => p.id === id);

export const maybePanelOf = (machine: Machine, id: string): Panel | undefined => machine.panels.find((p) => p.id === id);

/** A vented machine blows outside; a condenser keeps its air. */
export const hasHood = (machine: Machine): boolean => machine.thermal.recirculates === 0;

/** Nets of the plug's pins: legs, neutral, earth. */
export const pinsOf = ({ supply }: Machine): string[] => [...supply.legs, supply.neutral, supply.ground].map((s) => s.pin);

/** Controls that hands move; what only a fault moves (a broken belt, a full tank) is none of them. */
export function handControls({ controls, parts }: Machine): Control[] {
  const moved = new Set(parts.flatMap((p) => p.moves.map((m) => m.control)));
  return controls.filter((c) => !moved.has(c.id));
}

/** Nets on the wall's side of the plug. */
export function isWallPoint(machine: Machine, point: string): boolean {
  const { legs, neutral, ground } = machine.supply;
  return [...legs, neutral, ground].some((s) => s.wall === point);
}

/** The return rail, which every lamp and motor touches. */
export const returnRail = (machine: Machine): string | undefined => machine.sheet.rails[1]?.net;
