import { z } from "zod";
import { maybePartOf } from "../../../model/machine/format";
import { foreseen, NOT_TO_BE_HAD, type Prediction } from "../../../model/prediction/prediction";
import { formatValue } from "../../../model/quantity/format";
import { ROOM_SIGMA_K, SAID_SIGMA_K } from "../circumstances";
import { byBehaviour, defineFinding, findingFields, normal, ref, touchesNothing, valueSchema } from "../definition";

/** The air of the room, as a place. */
export const ROOM = "room";

const schema = findingFields(
  "temperature",
  "A temperature: of the exhaust at its hottest, of the room, or of a part.",
  z.union([
    z.strictObject({ stream: z.enum(["exhaust", ROOM]).describe("The exhaust, at its hottest; or the air of the room.") }),
    z.strictObject({ part: ref.describe("The part that was touched.") }),
  ]),
  valueSchema("celsius"),
).superRefine(({ result }, context) => {
  if (!(result.value >= -100 && result.value <= 1500))
    context.addIssue({ code: "custom", path: ["result", "value"], message: "is not between −100 and 1500 °C" });
});

type Place = z.infer<typeof schema>["place"];
/** True where it is of the room itself. */
export const isOfRoom = (place: Place): boolean => "stream" in place && place.stream === ROOM;

/** 1 σ of a thermometer in the exhaust (est.), K; range and share of its slips. */
const thermometerSigma = (celsius: number): number => 3 + 0.04 * celsius;
const RANGE_K = 150;
export const SLIP = 0.03;

/** Of the room's difference from the one of the model, an exhaust takes over all while nothing heats, and little once a thermostat holds it: by its rise, K (est.). */
const roomShare = (rise: number): number => Math.max(LEAST_SHARE, 1 - Math.max(0, rise) / HELD_BY_K);
const LEAST_SHARE = 0.2;
const HELD_BY_K = 25;

/** The exhaust at its hottest in this room, or in one of which nobody said how warm it is. */
function exhaustIn(celsius: number, modelC: number, roomC: number | undefined): Prediction {
  const share = roomShare(celsius - modelC);
  return foreseen(celsius + share * ((roomC ?? modelC) - modelC), share * (roomC === undefined ? ROOM_SIGMA_K : SAID_SIGMA_K));
}

export const temperature = defineFinding({
  kind: "temperature",
  schema,
  unknownName: ({ place }, machine) => ("part" in place && !maybePartOf(machine, place.part) ? place.part : undefined),
  power: ({ place }) => (isOfRoom(place) ? "any" : "on"),
  touches: touchesNothing,
  asks: ({ place }) => ("stream" in place ? { unit: "celsius" } : null),
  predict: ({ place, circumstances: { ambientC } }, list, predictor) => {
    if (!("stream" in place) || isOfRoom(place)) return list.map(() => NOT_TO_BE_HAD);
    const { thermal } = predictor.machine;
    return byBehaviour(list, predictor, (faults) => exhaustIn(predictor.measures(faults)["exhaust-peak"], thermal.ambientC, ambientC));
  },
  likelihood: ({ result }, p) =>
    p.is === "value" ? (1 - SLIP) * normal(result.value, p.mean, Math.hypot(p.sigma, thermometerSigma(p.mean))) + SLIP / RANGE_K : 1,
  sigma: (_, p) => Math.hypot(p.sigma, thermometerSigma(p.mean)),
  says: ({ place, result }, machine) =>
    "stream" in place
      ? `${isOfRoom(place) ? "The room" : "Exhaust at its hottest"}: ${formatValue(result.value, "celsius")}`
      : `${maybePartOf(machine, place.part)?.name ?? place.part} at ${formatValue(result.value, "celsius")}`,
});
