import { z } from "zod";
import { maybePartOf } from "../../../model/machine/format";
import { runningControls } from "../../../model/machine/run/at-rest";
import { formatValue } from "../../../model/quantity/format";
import { controlsIn } from "../circumstances";
import { defineFinding, findingFields, normal, type QuestionOf, ref, touchesNothing, valueSchema } from "../definition";

/** The whole machine's current, rather than a part's. */
export const SUPPLY = "supply";

const schema = findingFields(
  "amps",
  "Current by a clamp: through a part, or of the whole machine.",
  z.strictObject({ through: ref.describe("A part's id, or supply for the whole machine.") }),
  valueSchema("amp"),
);
type AmpsFinding = z.infer<typeof schema>;
export type AmpsQuestion = QuestionOf<AmpsFinding>;

/** A clamp: ± 2 % as 1 σ, besides the parts' own spread. */
const CLAMP_SHARE = 0.02;
/** Chance that it lies round two wires whose currents cancel, so that it shows next to nothing; and that it shows anything, up to its range (est.). */
const AROUND_TWO = 0.02;
const NEXT_TO_NOTHING_A = 0.3;
const STRAY = 0.003;
const RANGE_A = 40;

export const amps = defineFinding({
  kind: "amps",
  schema,
  unknownName: ({ place }, machine) => (place.through === SUPPLY || maybePartOf(machine, place.through) ? undefined : place.through),
  // The whole machine’s is taken on a splitter at the plug: nothing live is bared.
  power: ({ place }) => (place.through === SUPPLY ? "on" : "live"),
  touches: touchesNothing,
  asks: () => ({ unit: "amp" }),
  predict: ({ place, circumstances }, list, predictor) => {
    const controls = { ...runningControls(predictor.machine), ...controlsIn(circumstances) };
    return list.map((faults) => predictor.amps(faults, place.through, controls));
  },
  likelihood: ({ result }, p) =>
    p.is === "value"
      ? (1 - AROUND_TWO - STRAY) * normal(Math.abs(result.value), p.mean, Math.hypot(p.sigma, CLAMP_SHARE * p.mean)) +
        AROUND_TWO * normal(Math.abs(result.value), 0, NEXT_TO_NOTHING_A) +
        STRAY / RANGE_A
      : 1,
  sigma: (_, p) => Math.hypot(p.sigma, CLAMP_SHARE * p.mean),
  says: ({ place, result }, machine) => {
    const name = place.through === SUPPLY ? "The whole machine" : (maybePartOf(machine, place.through)?.name ?? place.through);
    return `${name} draws ${formatValue(result.value, "amp")}`;
  },
});
