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
      joint: "a gas joint was disturbed and no leak test is recorded since",
      bubbles: "bubbles were seen at a gas joint",
      smell: "it smelt of gas and no joint is proven tight since",
    })[because],
  "to-cabinet": ({ question, ohms }, machine) => `${lower(placeSays(machine, question.place.between))} reads ${formatValue(ohms, "ohm")}`,
  insulation: ({ because, pin }) =>
    because === "tripped"
      ? `it tripped and plug pin ${pinName(pin)} is not measured to the cabinet since`
      : `plug pin ${pinName(pin)} is not measured to the cabinet`,
  polarity: ({ because }) =>
    because === "crossed" ? "the outlet was found crossed" : "the cord or the supply was worked on and the polarity is not looked at since",
  guard: ({ part }, machine) => `the ${partName(machine, part)} was found not to open when warmed`,
  cause: ({ fuse, cause }, machine) =>
    `the ${partName(machine, fuse)} blew and its cause is unexamined: ${lower(faultSays(machine, cause))}?`,
  earth: ({ because }) => (because === "read" ? "the earth of the cabinet reads bad" : "the earth of the cabinet is not measured"),
  door: ({ because }) =>
    because === "runs-on" ? "it ran on with the door open" : "the door switch was worked on and nobody saw the open door stop it",
  runaway: () => "the heat was last seen never to switch off",
  vent: (_, machine) =>
    hasHood(machine) ? "the air at the hood was weak and the vent is not cleared" : "the air was weak and its way is not cleared",
};

/** What may be found, and what is right. */
const RIGHT: { readonly [K in CheckCode]?: (check: CheckOf<K>, machine: Machine) => string } = {
  leak: () => "Gas work is for the licensed.",
  "to-cabinet": () => "Until it reads OL the machine is not run: find what touches, put it right, measure again.",
  insulation: () => "OL, or more than 1 MΩ.",
  polarity: () => "Crossed: the machine stays out until an electrician has put the outlet right.",
  earth: () => `Under ${EARTH_OHMS} Ω, leads included.`,
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
    title: check.code === "vent" ? `Clear the ${hasHood(machine) ? "vent" : "way of the air"}, then: ${lower(title)}` : title,
    how: [how, right].filter((s) => s !== "").join(" "),
  };
}

const GAS_OUT: TestWords = {
  title: "Shut the gas: no power and no flame before the joints are tight",
  how: "Nothing is switched. If it smells: windows open, out, call the supplier. The licensed put it right; then gas on, soap on every joint: any bubbles?",
};
