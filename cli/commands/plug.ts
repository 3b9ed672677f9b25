import { z } from "zod";
import { judgePlug, plugCheck } from "../../src/core/model/access/plug/check";
import { band } from "../../src/core/model/access/plug/likelihood";
import type { Mistake } from "../../src/core/model/access/plug/mistake";
import { isWallPoint, type Machine } from "../../src/core/model/machine/format";
import { parseMachine } from "../../src/core/model/machine/read";
import { firstIssue } from "../../src/core/record/job/entry";
import { findMachine, MACHINES } from "../../src/machines";
import { BadInput, onFile, readJson } from "../bad-input";

const USAGE =
  "expected MACHINE (an id or a machine file), TOUCHED.json (a list of terminals such as element.1) and, to judge them, READINGS.json";

const touchedSchema = z.array(z.string()).max(60).describe("Terminals whose wires were touched.");
const readingsSchema = z
  .array(
    z.strictObject({
      between: z.tuple([z.string(), z.string()]).describe("Pins of the plug, by the names of their test points."),
      controls: z.record(z.string(), z.string()).default({}).describe("Positions of the controls; those left out are at rest."),
      ohms: z.number().nonnegative().nullable().describe("What the meter showed, Ω; null for OL."),
    }),
  )
  .max(200);

/** The plug check after wires were touched: which resistances tell that they are rightly on; with readings, what they say. One line of JSON. */
export function run(args: string[]): void {
  const [machineArg, touchedFile, readingsFile] = args;
  if (!machineArg || !touchedFile || args.length > 3) throw new BadInput(USAGE);
  const machine = findMachine(machineArg) ?? machineIn(machineArg);
  const touched = read(touchedSchema, touchedFile);
  const result = onFile(touchedFile, () =>
    readingsFile === undefined ? proposed(machine, touched) : judged(machine, touched, readingsFile),
  );
  console.log(JSON.stringify(result));
}

function proposed(machine: Machine, touched: readonly string[]) {
  const { steps, unseen } = plugCheck(machine, touched, machine.spares);
  return {
    readings: steps.map(({ between, controls, right }) => ({
      between: between.map((net) => machine.testPoints.find((t) => t.net === net)?.id ?? net),
      controls,
      right: right ? band(right).map(rounded) : "OL",
    })),
    unseen: [...new Set(unseen.map(editOf))],
  };
}

function judged(machine: Machine, touched: readonly string[], file: string) {
  const reads = read(readingsSchema, file).map(({ between, controls, ohms }) => ({
    between: [pin(machine, between[0], file), pin(machine, between[1], file)] as const,
    controls: positions(machine, controls, file),
    ohms,
  }));
  const { verdict, mistakes } = judgePlug(machine, touched, reads, machine.spares);
  return { verdict, mistakes: mistakes.map(({ mistake, share }) => ({ edits: [editOf(mistake)], share: Number(share.toPrecision(6)) })) };
}

/** `off A`, `swap A B`, `cab A`, `spare A X`, `poor A`: without the ohms that stand for such a joint. */
const editOf = ({ id }: Mistake): string => id.replace(/^(poor \S+) \S+$/, "$1");

function read<S extends z.ZodType>(schema: S, file: string): z.infer<S> {
  const parsed = schema.safeParse(readJson(file));
  if (!parsed.success) throw new BadInput(`${file}: ${firstIssue(parsed.error).message}`);
  return parsed.data;
}

function machineIn(file: string): Machine {
  const known = MACHINES.map((m) => m.id).join(", ");
  if (!file.endsWith(".json")) throw new BadInput(`“${file}” is not a shipped machine; expected ${known}, or a machine file`);
  return parseMachine(readJson(file), file);
}

function pin(machine: Machine, name: string, file: string): string {
  const point = machine.testPoints.find((t) => t.id === name || t.net === name);
  if (!point || point.panel !== null || isWallPoint(machine, point.net)) {
    const pins = machine.testPoints.filter((t) => t.panel === null && !isWallPoint(machine, t.net)).map((t) => t.id);
    throw new BadInput(`${file}: “${name}” is not a pin of the plug; expected ${pins.join(", ")}`);
  }
  return point.net;
}

function positions(machine: Machine, given: Readonly<Record<string, string>>, file: string): Record<string, string> {
  for (const [control, position] of Object.entries(given)) {
    const known = machine.controls.find((c) => c.id === control);
    if (!known) throw new BadInput(`${file}: “${control}” is not a control; expected ${machine.controls.map((c) => c.id).join(", ")}`);
    if (!known.positions.some((p) => p.id === position))
      throw new BadInput(`${file}: “${position}” is not a position of ${control}; expected ${known.positions.map((p) => p.id).join(", ")}`);
  }
  return given;
}

const rounded = (ohms: number): number => Number(ohms.toPrecision(4));
