import type { z } from "zod";
import { isWallPoint } from "../../machine/format";
import { controlsSay, placeSays } from "../../naming/names";
import type { ValuePrediction } from "../../prediction/prediction";
import { formatValue } from "../../quantity/format";
import { controlsIn } from "../circumstances";
import { defineFinding, findingFields, normal, valueSchema } from "../definition";
import { betweenSchema, unknownPoint } from "../probes";
import { MISPLACED } from "./ohms";

const schema = findingFields("volts", "Volts between two points of a live machine, or at the outlet.", betweenSchema, valueSchema("volt"));
export type VoltsFinding = z.infer<typeof schema>;

/** Range over which a slip is spread, V. */
const RANGE_V = 250;
/** Never better than this, V. */
const LEAST_SIGMA_V = 1;

export const voltsSigma = (p: ValuePrediction): number => Math.max(LEAST_SIGMA_V, p.sigma);

export const volts = defineFinding({
  kind: "volts",
  schema,
  unknownName: ({ place }, machine) => unknownPoint(machine, place.between),
  power: ({ place }, machine) => (machine && place.between.every((p) => isWallPoint(machine, p)) ? "wall" : "live"),
  touches: ({ place }) => place.between,
  asks: () => ({ unit: "volt" }),
  predict: ({ place, circumstances }, list, predictor) =>
    predictor.readings(list, { between: place.between, unit: "volt", wiring: [], controls: controlsIn(circumstances) }),
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - MISPLACED) * normal(Math.abs(result.value), p.mean, voltsSigma(p)) + MISPLACED / RANGE_V : 1,
  sigma: (_, p) => voltsSigma(p),
  says: ({ place, result, circumstances }, machine) => {
    const state = controlsSay(machine, controlsIn(circumstances));
    return `${placeSays(machine, place.between)}${state ? `, ${state}` : ""}: ${formatValue(result.value, "volt")}`;
  },
});
