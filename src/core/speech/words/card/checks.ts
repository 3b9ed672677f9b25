import type { Machine } from "../../../model/machine/format";
import { hasHood, partOf } from "../../../model/machine/format";
import { faultSays, partName, placeSays } from "../../../model/naming/names";
import { lower } from "../../../model/naming/text";
import { formatValue } from "../../../model/quantity/format";
import { EARTH_OHMS } from "../../../record/job/checks/earth";
import { type CheckCode, type CheckOf, type OpenCheck, questionOfCheck } from "../../../record/job/checks/index";
import { type TestWords, testSays } from "./tests";

type SaysEach = { readonly [K in CheckCode]: (check: CheckOf<K>, machine: Machine) => string };

/** Why each kind of check is open, as a clause. */
const OPEN: SaysEach = {
  leak: ({ because }) =>
    ({
      joint: "a gas joint was opened and not leak tested since",
      bubbles: "bubbles were seen at a gas joint",
      smell: "it smelled of gas and no joint has passed a leak test since",
    })[because],
  "to-cabinet": ({ question, ohms }, machine) => `${lower(placeSays(machine, question.place.between))} reads ${formatValue(ohms, "ohm")}`,
  insulation: ({ because, pin }) =>
    because === "tripped" ? `it tripped; plug ${pinName(pin)} to cabinet not metered since` : `plug ${pinName(pin)} to cabinet not metered`,
  polarity: ({ because }) =>
    because === "crossed" ? "the outlet was found reversed" : "the cord or outlet was worked on; polarity not checked since",
  guard: ({ part }, machine) => `the ${partName(machine, part)} stayed closed when heated`,
  cause: ({ fuse, cause }, machine) => `the ${partName(machine, fuse)} opened, cause not found yet: ${lower(faultSays(machine, cause))}?`,
  earth: ({ because }) => (because === "read" ? "the cabinet ground reads bad" : "the cabinet ground is not metered"),
  door: ({ because }) =>
    because === "runs-on" ? "it kept running with the door open" : "the door switch was worked on; no one saw the open door stop it",
  runaway: () => "the heat stayed on and never cycled off",
  vent: (_, machine) =>
    hasHood(machine) ? "airflow at the hood was weak and the vent is not cleared" : "airflow was weak and its path is not cleared",
};

/** What may be found, and what is right. */
const RIGHT: { readonly [K in CheckCode]?: (check: CheckOf<K>, machine: Machine) => string } = {
  leak: () => "Gas work is for a licensed technician.",
  "to-cabinet": () => "Do not run it until this reads OL. Find what touches, fix it, read again.",
  insulation: () => "OL, or more than 1 MΩ.",
  polarity: () => "Reversed: leave it unplugged until an electrician fixes the outlet.",
  earth: () => `Must read under ${EARTH_OHMS} Ω, leads included.`,
  cause: ({ cause, by }, machine) => {
    const part = partOf(machine, cause.part);
    if (by === "cabinet") return "OL, or more than 1 MΩ.";
    if (by === "across" && part.kind === "element") return `About ${(part.volts ** 2 / part.watts).toFixed(1)} Ω.`;
    return by === "across" ? "At rest it must read OL." : "";
  },
};

const pinName = (pin: string): string => pin.replace(/^P/, "");

/** Why a check is open. */
export const checkSays = (machine: Machine, check: OpenCheck): string => rowOf(OPEN, check)?.(check, machine) ?? "";

type Says = (check: OpenCheck, machine: Machine) => string;

/** The row of a check's own code, which belongs to it. */
const rowOf = (table: Partial<SaysEach>, check: OpenCheck): Says | undefined =>
  new Map(Object.entries(table)).get(check.code) as Says | undefined;

/** What is to be done for a check: the order, and how it is done. */
export function checkTest(machine: Machine, check: OpenCheck): TestWords {
  if (check.code === "leak" && check.because !== "joint") return GAS_OUT;
  const { title, how } = testSays(machine, questionOfCheck(machine, check));
  const right = rowOf(RIGHT, check)?.(check, machine) ?? "";
  return {
    title: check.code === "vent" ? `Clear the ${hasHood(machine) ? "vent" : "air path"}, then: ${lower(title)}` : title,
    how: [how, right].filter((s) => s !== "").join(" "),
  };
}

const GAS_OUT: TestWords = {
  title: "Gas off. No power, no flame until every joint passes a leak test",
  how: "Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?",
};
