import { z } from "zod";
import type { Fault } from "../../../model/machine/fault";
import type { Machine } from "../../../model/machine/format";
import { UNTOLD } from "../../../model/sights/sights";
import { AIRWAY, AIRWAY_PLACES, type AirwayPlace, airwayAnswers, airwayOf, airwayWell } from "../airway";
import { anyPower, defineFinding, findingFields, noSigma, touchesNothing } from "../definition";

const schema = findingFields(
  "airway",
  "One place on the way of the air, by eye and by hand.",
  z.strictObject({ airway: z.enum(AIRWAY_PLACES).describe("The place.") }),
  z.strictObject({
    is: z.literal("answer"),
    value: z.string().max(20).describe("The answer; “unknown” for can't tell."),
    louvres: z
      .strictObject({
        open: z.number().int().min(0).max(60).describe("How many stand open."),
        of: z.number().int().min(1).max(60).describe("How many there are."),
      })
      .refine(({ open, of }) => open <= of, "no more louvers can be open than there are")
      .optional()
      .describe("Of the hood: how many louvres stand open, of how many."),
  }),
).superRefine(({ place, result }, context) => {
  const allowed = [...Object.keys(airwayAnswers(place.airway)), UNTOLD];
  if (allowed.includes(result.value)) return;
  const message = `“${result.value}” is not an answer to “${place.airway}”; expected ${allowed.join(", ")}`;
  context.addIssue({ code: "custom", path: ["result", "value"], message });
});

/** Chances that a place shows it where the air is choked by nearly all or by some, and where it is not (est.): a choked way has it at one place or two. */
const SHOWS_CHOKED = 0.5;
const SHOWS_PARTLY = 0.35;
const SHOWS_WELL = 0.07;
/** A duct that lets through less than this share is choked by nearly all. */
const NEARLY_ALL = 0.4;

export const airway = defineFinding({
  kind: "airway",
  schema,
  unknownName: ({ place }, machine) => (airwayOf(machine).includes(place.airway) ? undefined : AIRWAY[place.airway].name),
  power: anyPower,
  touches: touchesNothing,
  asks: ({ place }) => ({ answers: Object.keys(airwayAnswers(place.airway)) }),
  predict: ({ place }, list, { machine }) =>
    list.map((faults) => ({ is: "answer", shares: sharesOf(place.airway, showsBad(machine, faults)) })),
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }) => {
    const { name } = AIRWAY[place.airway];
    if (result.value === UNTOLD) return `${name}: can't tell`;
    const louvres = result.louvres ? `, ${result.louvres.open} of ${result.louvres.of} louvers open` : "";
    return `${name}: ${airwayAnswers(place.airway)[result.value] ?? result.value}${louvres}`;
  },
});

function showsBad(machine: Machine, faults: readonly Fault[]): number {
  const choked = faults.find((f) => f.mode === "choked" && machine.parts.some((p) => p.id === f.part && p.kind === "duct"));
  if (!choked) return SHOWS_WELL;
  return (choked.severity ?? 0) < NEARLY_ALL ? SHOWS_CHOKED : SHOWS_PARTLY;
}

/** Whatever is not well is any of the other answers alike. */
function sharesOf(place: AirwayPlace, bad: number): Record<string, number> {
  const values = Object.keys(airwayAnswers(place));
  const well = airwayWell(place);
  return Object.fromEntries(values.map((v) => [v, v === well ? 1 - bad : bad / (values.length - 1)]));
}
