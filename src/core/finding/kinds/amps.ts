import { z } from "zod";
import { maybePartOf } from "../../machine/format";
import { runningControls } from "../../machine/run/at-rest";
import { formatValue } from "../../quantity/format";
import { controlsIn } from "../circumstances";
import { defineFinding, findingFields, normal, ref, touchesNothing, valueSchema } from "../definition";
import { MISPLACED } from "./ohms";

/** The whole machine's current, rather than a part's. */
export const SUPPLY = "supply";

const schema = findingFields(
  "amps",
  "Current by a clamp: through a part, or of the whole machine.",
  z.strictObject({ through: ref.describe("A part's id, or supply for the whole machine.") }),
  valueSchema("amp"),
);
export type AmpsFinding = z.infer<typeof schema>;

/** A clamp: ± 2 % as 1 σ, besides the parts' own spread. Range over which a slip is spread, A. */
const CLAMP_SHARE = 0.02;
const RANGE_A = 40;

export const amps = defineFinding({
  kind: "amps",
  schema,
  unknownName: ({ place }, machine) => (place.through === SUPPLY || maybePartOf(machine, place.through) ? undefined : place.through),
  power: () => "live",
  touches: touchesNothing,
  asks: () => ({ unit: "amp" }),
  predict: ({ place, circumstances }, list, predictor) => {
    const controls = { ...runningControls(predictor.machine), ...controlsIn(circumstances) };
    return list.map((faults) => predictor.amps(faults, place.through, controls));
  },
  likelihood: ({ result }, p) =>
    p.is === "value"
      ? (1 - MISPLACED) * normal(Math.abs(result.value), p.mean, Math.hypot(p.sigma, CLAMP_SHARE * p.mean)) + MISPLACED / RANGE_A
      : 1,
  sigma: (_, p) => Math.hypot(p.sigma, CLAMP_SHARE * p.mean),
  says: ({ place, result }, machine) => {
    const name = place.through === SUPPLY ? "The whole machine" : (maybePartOf(machine, place.through)?.name ?? place.through);
    return `${name} draws ${formatValue(result.value, "amp")}`;
  },
});
