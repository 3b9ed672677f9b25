import { item, small } from "../../../model/array/at";
import type { Machine } from "../../../model/machine/format";
import type { Prediction } from "../../../model/prediction/prediction";
import { Predictor, type Probing, type Seen } from "../../../model/prediction/predictor";
import { controlsIn, wiringIn } from "../../../record/finding/circumstances";
import { hypothesesOf } from "../../diagnosis/hypotheses";
import { SuspectSet, steadyFaults } from "../../diagnosis/suspect-set";
import { TestCatalogue } from "./catalogue";
import type { Outcomes } from "./outcomes";
import { type TestAction, testsOf } from "./tests";

/** Ohms at one test under every hypothesis: the different ones, and the number of each hypothesis’s. */
export interface TableReadings {
  readonly predictions: readonly Prediction[];
  readonly number: Uint16Array;
}

export interface TableTest {
  /** While what comes and goes is good. */
  readonly outcomes: Outcomes;
  readonly readings?: TableReadings;
}

/**
 * Predictions of one revision of a machine: what each of its suspects shows at each test and in a run. Made once, with the build or in the background;
 * with it the first proposal needs no run of the model.
 */
export interface Table {
  /** Names the suspects, tests and predictions that it was made of: another program may have others. */
  readonly fingerprint: string;
  readonly machine: Machine;
  readonly runs: ReadonlyMap<string, Seen>;
  /** By the id of the test. Volts too, though few jobs allow live tests: each is told what others would do now. */
  readonly tests: ReadonlyMap<string, TableTest>;
}

/** Raised when what predictions mean changes though suspects and tests stay the same. */
const EDITION = 4;

/** A table in the making: each task works out a little of it, some seconds in all. `table` may be asked for when all are done. */
export function tableTasks(catalogue: TestCatalogue): {
  readonly tasks: readonly (() => void)[];
  readonly table: () => Table;
} {
  const { suspects, tests } = catalogue;
  const { predictor, faults: list } = suspects;
  const runs = new Map<string, Seen>();
  const made = new Map<string, TableTest>();
  const run = (faults: SuspectSet["faults"][number], long: boolean) => () =>
    void runs.set(predictor.runKey(faults, long), predictor.seenOf(faults, long));
  const work = (test: TestAction) => () => {
    const setup = ohmsSetup(test);
    const outcomes = catalogue.steadyOf(test);
    made.set(test.id, setup ? { outcomes, readings: numbered(predictor.readings(list, setup)) } : { outcomes });
  };
  return {
    tasks: [...list.map((f) => run(f, false)), ...list.map((f) => run(f, true)), ...tests.map(work)],
    table: () => ({ fingerprint: fingerprintOf(suspects, tests), machine: predictor.machine, runs, tests: made }),
  };
}

/** Works out everything at once. */
export function tableOf(machine: Machine): Table {
  const catalogue = new TestCatalogue(new SuspectSet(new Predictor(machine)));
  const { tasks, table } = tableTasks(catalogue);
  for (const task of tasks) task();
  return table();
}

function ohmsSetup({ question }: TestAction): Probing | undefined {
  if (question.kind !== "ohms") return undefined;
  const { circumstances, place } = question;
  return { between: place.between, unit: "ohm", wiring: wiringIn(circumstances), controls: controlsIn(circumstances) };
}

function numbered(all: readonly Prediction[]): TableReadings {
  const numbers = new Map<Prediction, number>();
  const number = Uint16Array.from(all, (p) => {
    const known = numbers.get(p) ?? numbers.size;
    numbers.set(p, known);
    return known;
  });
  return { predictions: [...numbers.keys()], number };
}

/** A machine with its suspects and tests, nothing of which is worked out that the table has. `undefined`: the table is not of this program. */
export function withTable(table: Table): { readonly suspects: SuspectSet; readonly catalogue: TestCatalogue } | undefined {
  const { machine } = table;
  const tests = testsOf(machine);
  const hypotheses = hypothesesOf(machine);
  const list = steadyFaults(hypotheses);
  const places = new Map<string, TableReadings>();
  const expanded = new Map<string, readonly Prediction[]>();
  const ohms = (place: string) => {
    const known = expanded.get(place);
    const read = known ? undefined : places.get(place);
    if (!read) return known;
    const all = list.map((_, i) => item(read.predictions, small(read.number, i)));
    expanded.set(place, all);
    return all;
  };
  const predictor = new Predictor(machine, { runs: table.runs, list, ohms });
  const suspects = new SuspectSet(predictor, { hypotheses, faults: list });
  if (fingerprintOf(suspects, tests) !== table.fingerprint) return undefined;
  for (const test of tests) {
    const setup = ohmsSetup(test);
    const readings = table.tests.get(test.id)?.readings;
    if (setup && readings) places.set(predictor.placeKey(setup), readings);
  }
  const outcomes = new Map([...table.tests].map(([id, t]) => [id, t.outcomes] as const));
  return { suspects, catalogue: new TestCatalogue(suspects, tests, outcomes) };
}

/** FNV-1a over the names of all suspects and tests, twice with different seeds. */
function fingerprintOf({ hypotheses }: SuspectSet, tests: readonly TestAction[]): string {
  const names = [...hypotheses.map((h) => h.id), ...tests.map((t) => t.id)].join("\n");
  const hashed = (seed: number) => {
    let hash = seed;
    for (let i = 0; i < names.length; i++) hash = Math.imul(hash ^ names.charCodeAt(i), 16777619);
    return (hash >>> 0).toString(16);
  };
  return `${EDITION}-${hypotheses.length}-${tests.length}-${hashed(2166136261)}-${hashed(16777619)}`;
}
