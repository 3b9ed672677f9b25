import type { z } from "zod";
import { isWallPoint, type Machine } from "../../../model/machine/format";
import { controlsSay, placeSays } from "../../../model/naming/names";
import type { ValuePrediction } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { controlsIn } from "../circumstances";
import { defineFinding, findingFields, normal, valueSchema } from "../definition";
import { jointAt } from "../joints";
import { betweenSchema, unknownPoint } from "../probes";
import { MISPLACED } from "./ohms";

const schema = findingFields("volts", "Volts between two points of a live machine, or at the outlet.", betweenSchema, valueSchema("volt"));
type VoltsFinding = z.infer<typeof schema>;

/** Range over which a slip is spread, V. */
const RANGE_V = 250;
/** Never better than this, V. */
const LEAST_SIGMA_V = 1;

export const voltsSigma = (p: ValuePrediction): number => Math.max(LEAST_SIGMA_V, p.sigma);

/** Holds what a good joint drops on the whole, V; how far a poor one spreads about its like, as the σ of its logarithm (est.). */
const GOOD_DROP_V = 0.12;
const POOR_SPREAD = 1;
/** Below this the model has a good joint, V. */
const NO_DROP_V = 0.02;

/** P(drop | what the model has there), per V: a good joint hardly drops anything, a poor one anything about its like. */
function dropLikelihood(volts: number, mean: number): number {
  if (mean < NO_DROP_V) return Math.exp(-volts / GOOD_DROP_V) / GOOD_DROP_V;
  return volts <= 0 ? 0 : normal(Math.log(volts), Math.log(mean), POOR_SPREAD) / volts;
}

/** An outlet shows its holes when the plug is drawn; through a machine that is plugged in, a lost leg shows the other one. */
const atOutlet = ({ between }: VoltsFinding["place"], machine: Machine): boolean => between.every((p) => isWallPoint(machine, p));

export const isUnplugged = ({ place, circumstances }: Pick<VoltsFinding, "place" | "circumstances">, machine: Machine): boolean =>
  circumstances.cord === undefined ? atOutlet(place, machine) : circumstances.cord === "out";

export const volts = defineFinding({
  kind: "volts",
  schema,
  unknownName: ({ place }, machine) => unknownPoint(machine, place.between),
  power: ({ place }, machine) => (machine && atOutlet(place, machine) ? "wall" : "live"),
  touches: ({ place }) => place.between,
  asks: () => ({ unit: "volt" }),
  predict: ({ place, circumstances }, list, predictor) =>
    predictor.readings(list, {
      between: place.between,
      unit: "volt",
      wiring: [],
      controls: controlsIn(circumstances),
      unplugged: isUnplugged({ place, circumstances }, predictor.machine),
    }),
  likelihood: ({ place, result }, p, { machine }) => {
    if (p.is !== "value") return 1;
    const volts = Math.abs(result.value);
    const likelihood = jointAt(machine, place.between) === undefined ? normal(volts, p.mean, voltsSigma(p)) : dropLikelihood(volts, p.mean);
    return (1 - MISPLACED) * likelihood + MISPLACED / RANGE_V;
  },
  sigma: (_, p) => voltsSigma(p),
  says: ({ place, result, circumstances }, machine) => {
    const state = controlsSay(machine, controlsIn(circumstances));
    const cord = circumstances.cord ? `, cord ${circumstances.cord}` : "";
    return `${placeSays(machine, place.between)}${state ? `, ${state}` : ""}${cord}: ${formatValue(result.value, "volt")}`;
  },
});
