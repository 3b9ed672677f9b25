import { hasHood, type Machine } from "../../model/machine/format";

/** Places on the way of the air that are looked at and felt one by one, with what is found there; the first is how it should be. */
export const AIRWAY = {
  "lint-screen": {
    name: "Lint screen",
    how: "Pull it, hold it to the light. Water must run through.",
    answers: { clean: "clean", clogged: "clogged or coated", torn: "torn or missing" },
  },
  "screen-housing": {
    name: "Screen housing",
    how: "Flashlight and two fingers in the slot.",
    answers: { clean: "clean", lint: "full of lint" },
  },
  duct: {
    name: "Duct",
    how: "Look along its whole length, reach behind the machine: kinks, lint, foil flex, over 35 ft.",
    answers: { clear: "clear", lint: "full of lint", crushed: "crushed or kinked", long: "too long" },
  },
  hood: {
    name: "Hood outside",
    how: "Drum turning: how many louvers open, of how many? No screen allowed.",
    answers: { opens: "opens", stuck: "louvers stuck", screen: "screen over it" },
  },
  condenser: {
    name: "Condenser",
    how: "Pull it, hold it to the light: lint between its fins?",
    answers: { clean: "clean", lint: "full of lint" },
  },
} as const;

export type AirwayPlace = keyof typeof AIRWAY;
export const AIRWAY_PLACES = Object.keys(AIRWAY) as AirwayPlace[];

/** The places of this machine: a condenser keeps its air. */
export const airwayOf = (machine: Machine): AirwayPlace[] =>
  hasHood(machine) ? ["lint-screen", "screen-housing", "duct", "hood"] : ["lint-screen", "screen-housing", "condenser"];

export const airwayAnswers = (place: AirwayPlace): Readonly<Record<string, string>> => AIRWAY[place].answers;
/** Tells how it should be. */
export const airwayWell = (place: AirwayPlace): string => Object.keys(AIRWAY[place].answers)[0] ?? "";
