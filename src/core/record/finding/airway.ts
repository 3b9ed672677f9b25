import { hasHood, type Machine } from "../../model/machine/format";

/** Places on the way of the air that are looked at and felt one by one, with what is found there; the first is how it should be. */
export const AIRWAY = {
  "lint-screen": {
    name: "Lint screen",
    how: "Out, held against the light; water must run through it.",
    answers: { clean: "clean", clogged: "clogged or waxed", torn: "torn or missing" },
  },
  "screen-housing": {
    name: "Screen housing",
    how: "A lamp and two fingers into the slot.",
    answers: { clean: "clean", lint: "full of lint" },
  },
  duct: {
    name: "Duct",
    how: "Its whole length by eye, by hand behind the machine: kinks, lint, foil hose, more than 10 m.",
    answers: { clear: "clear", lint: "full of lint", crushed: "crushed or kinked", long: "too long" },
  },
  hood: {
    name: "Hood outside",
    how: "With the drum turning: louvres open of how many. A screen there must not be.",
    answers: { opens: "opens", stuck: "louvres stuck", screen: "a screen over it" },
  },
  condenser: {
    name: "Condenser",
    how: "Out, against the light: lint between its fins.",
    answers: { clean: "clean", lint: "full of lint" },
  },
} as const;

export type AirwayPlace = keyof typeof AIRWAY;
export const AIRWAY_PLACES = Object.keys(AIRWAY) as AirwayPlace[];

/** The places of this machine: a condenser keeps its air. */
export const airwayOf = (machine: Machine): AirwayPlace[] =>
  hasHood(machine) ? ["lint-screen", "screen-housing", "duct", "hood"] : ["lint-screen", "screen-housing", "condenser"];

export const airwayAnswers = (place: AirwayPlace): Readonly<Record<string, string>> => AIRWAY[place].answers;
/** How it should be. */
export const airwayWell = (place: AirwayPlace): string => Object.keys(AIRWAY[place].answers)[0] ?? "";
