import { hasHood, type Machine } from "../../../model/machine/format";
import { lower } from "../../../model/naming/text";
import { type OpenCheck, questionOfCheck, rightSays } from "../../../record/job/checks/index";
import { type TestWords, testSays } from "./tests";

/** Gives what is to be done for a check: the order, and how it is done. */
export function checkTest(machine: Machine, check: OpenCheck): TestWords {
  if (check.code === "leak" && check.because !== "joint") return GAS_OUT;
  const { title, how } = testSays(machine, questionOfCheck(machine, check));
  return {
    title: check.code === "vent" ? `Clear the ${hasHood(machine) ? "vent" : "air path"}, then: ${lower(title)}` : title,
    how: [how, rightSays(machine, check)].filter((s) => s !== "").join(" "),
  };
}

const GAS_OUT: TestWords = {
  title: "Gas off. No power, no flame until every joint passes a leak test",
  how: "Don't touch a switch. If it smells: everyone out, then call the gas company. A licensed technician fixes it, turns the gas on and soaps every joint. Any bubbles?",
};
