import { z } from "zod";
import { airflowFromRise } from "../../src/core/model/physics/airflow-from-rise";
import { clockedInput } from "../../src/core/model/physics/clocked-input";
import { ductLoss } from "../../src/core/model/physics/duct-loss";
import { freeArea } from "../../src/core/model/physics/free-area";
import { hotResistance } from "../../src/core/model/physics/hot-resistance";
import { meterBand } from "../../src/core/model/physics/meter-band";
import { orificeDiameter, orificeInput } from "../../src/core/model/physics/orifice";
import { powerOf } from "../../src/core/model/physics/power";
import { betaCelsius, betaOhms } from "../../src/core/model/physics/thermistor-beta";
import { type CurvePoint, threePointCelsius } from "../../src/core/model/physics/thermistor-points";
import { cfmOf } from "../../src/core/model/quantity/quantity";
import { BadInput, onFile, readJson } from "../bad-input";

const point = z.object({ celsius: z.number(), ohms: z.number().positive() });
const rowSchema = z.looseObject({
  formula: z.string(),
  input: z.record(z.string(), z.union([z.number(), z.array(point).length(3)])),
});
const fileSchema = z.looseObject({ rows: z.array(rowSchema) });

type Row = z.infer<typeof rowSchema>;
/** A number of the row's input by its name. */
type Given = (name: string) => number;

const FORMULAS: Record<string, (n: Given, points: () => [CurvePoint, CurvePoint, CurvePoint]) => Record<string, number>> = {
  "F1.power": (n) => ({ watts: powerOf(n("volts"), n("ohms")) }),
  "F2.hotResistance": (n) => ({ ohms: hotResistance(n("ohms20"), n("celsius"), n("alphaPerK")) }),
  "F3.betaResistance": (n) => ({ ohms: betaOhms(n("r25"), n("beta"), n("celsius")) }),
  "F3.betaTemperature": (n) => ({ celsius: betaCelsius(n("r25"), n("beta"), n("ohms")) }),
  "F3.threePointTemperature": (n, points) => ({ celsius: threePointCelsius(points(), n("ohms")) }),
  "F4.orificeInput": (n) => orificeInput(n("diameterIn"), gasOf(n)),
  "F4.orificeDiameter": (n) => ({ diameterIn: orificeDiameter(n("inputBtuPerH"), gasOf(n)) }),
  "F5.clockedInput": (n) => ({ inputBtuPerH: clockedInput(n("dialFt3"), n("seconds"), n("heatingValueBtuPerFt3")) }),
  "F6.airflowFromRise": (n) => {
    const m3PerS = airflowFromRise(n("watts"), n("riseK"), n("airDensity"), n("cp"));
    return { m3PerS, cfm: cfmOf(m3PerS) };
  },
  "F7.ductLoss": (n) => ductLoss(ductOf(n), n("flowM3PerS")),
  "F8.freeArea": (n) => ({ fraction: freeArea(n("kExpected"), n("kMeasured")) }),
  "F9.meterBand": (n) => ({
    plusMinus: meterBand(n("reading"), { percentOfReading: n("percentOfReading"), digits: n("digits"), digitSize: n("digitSize") }),
  }),
};

const gasOf = (n: Given) => ({
  dischargeCoefficient: n("dischargeCoefficient"),
  pressureInWc: n("pressureInWc"),
  specificGravity: n("specificGravity"),
  heatingValueBtuPerFt3: n("heatingValueBtuPerFt3"),
});
const ductOf = (n: Given) => ({
  diameterM: n("diameterM"),
  lengthM: n("lengthM"),
  roughnessM: n("roughnessM"),
  airDensity: n("airDensity"),
  kinematicViscosity: n("kinematicViscosity"),
});

/** Prints the file again with what each of its rows comes to, as “got”. */
export function run(files: string[]): void {
  const [file] = files;
  if (file === undefined || files.length > 1) throw new BadInput("expected one FILE.json with rows of {formula, input}");
  const parsed = fileSchema.safeParse(readJson(file));
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new BadInput(`${file}: ${issue?.path.join(".") || "(file)"}: ${issue?.message}`);
  }
  const rows = parsed.data.rows.map((row, i) => ({ ...row, got: onFile(`${file}: row ${i + 1}`, () => workedOut(row)) }));
  console.log(JSON.stringify({ ...parsed.data, rows }, null, 1));
}

/** Throws RangeError for a formula that is not known, or one without its numbers. */
export function workedOut({ formula, input }: Row): Record<string, number> {
  const work = FORMULAS[formula];
  if (!work) throw new RangeError(`“${formula}” is not a formula; expected one of ${Object.keys(FORMULAS).join(", ")}`);
  const given: Given = (name) => {
    const value = input[name];
    if (typeof value !== "number") throw new RangeError(`${formula} needs the number “${name}”`);
    return value;
  };
  const points = (): [CurvePoint, CurvePoint, CurvePoint] => {
    const value = input.points;
    if (!Array.isArray(value)) throw new RangeError(`${formula} needs “points”, three of {celsius, ohms}`);
    return value as [CurvePoint, CurvePoint, CurvePoint];
  };
  const got = work(given, points);
  const bad = Object.entries(got).find(([, v]) => !Number.isFinite(v));
  if (bad) throw new RangeError(`${formula}: ${bad[0]} is no number for this input`);
  return got;
}
