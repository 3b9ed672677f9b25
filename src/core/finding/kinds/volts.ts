import type { z } from "zod";
import { isWallPoint, type Machine } from "../../machine/format";
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
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - MISPLACED) * normal(Math.abs(result.value), p.mean, voltsSigma(p)) + MISPLACED / RANGE_V : 1,
  sigma: (_, p) => voltsSigma(p),
  says: ({ place, result, circumstances }, machine) => {
    const state = controlsSay(machine, controlsIn(circumstances));
    const cord = circumstances.cord ? `, cord ${circumstances.cord}` : "";
    return `${placeSays(machine, place.between)}${state ? `, ${state}` : ""}${cord}: ${formatValue(result.value, "volt")}`;
  },
});
