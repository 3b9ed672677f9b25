import { repairOf } from "../../../model/machine/assembly";
import type { Machine } from "../../../model/machine/format";
import { maybePanelOf } from "../../../model/machine/format";
import { assemblyName, partName, repairName, repairSays } from "../../../model/naming/names";
import { panelOrderSays } from "../../../model/naming/removals";
import { bandSays, capital, lower, minutesSay, percent } from "../../../model/naming/text";
import { sightOf } from "../../../model/sights/sights";
import type { OutsidePiece } from "../../../reason/planning/outside";
import { CALL_BACK_MINUTES } from "../../../reason/planning/prices";
import type {
  Before,
  Caution,
  Expectation,
  OutsideModel,
  Proposal,
  Purpose,
  Reason,
  SetOffer,
  Step,
  StepOf,
} from "../../../reason/planning/proposal";
import { BAD_NEW_PART } from "../../../reason/planning/propose-fit";
import { DEFAULT_RATES } from "../../../reason/planning/repairs";
import type { TestAction } from "../../../reason/planning/tests/tests";
import { checkSays } from "../../../record/job/checks/index";
import { proofRows } from "../../../record/job/closing/proven";
import { unseenSays } from "../../../record/job/kinds/closing/closed";
import { cameOffName, putBackSays } from "../bench/came-off";
import { checkTest } from "./checks";
import { hypothesisSays } from "./diagnosis";
import { outcomeSays } from "./outcomes";
import { testSays } from "./tests";

/** A proposal in words. */
interface ProposalWords {
  /** Holds what to do, as an order. */
  readonly title: string;
  readonly detail: string;
  /** One reason, in one sentence. */
  readonly why: string;
  /** Holds what else speaks for it: price, next best, what others do. */
  readonly more?: string;
  readonly prepares?: string;
  readonly caution?: string;
}

export function proposalSays(machine: Machine, proposal: Proposal): ProposalWords {
  const { step, reason, prepares, caution } = proposal;
  const purpose = prepares && purposeSays(machine, prepares);
  return {
    title: titleOf(machine, proposal),
    detail: stepDetail(machine, step),
    ...withInstead(reasonSays(machine, reason, step, purpose), proposal.instead && purposeSays(machine, proposal.instead)),
    ...(purpose !== undefined && { prepares: purpose }),
    ...(caution && { caution: CAUTIONS[caution] }),
  };
}

/** Whatever was to come and does not is said first. */
const withInstead = (why: Why, instead: string | undefined): Why =>
  instead === undefined
    ? why
    : { why: `Was “${lower(instead)}”. Your last entry changed it.`, more: [why.why, why.more].filter(Boolean).join(" ") };

/** All was looked at, no test is worth its minutes, and the likeliest is not likely enough to be bought. */
const isUnsettled = ({ step, reason }: Proposal): boolean =>
  step.kind === "doubt" && step.again && reason.code === "doubt" && reason.leader !== undefined;

function titleOf(machine: Machine, proposal: Proposal): string {
  const { step, reason } = proposal;
  if (step.kind === "doubt" && step.again && reason.code === "doubt" && isUnexplained(reason.before))
    return "It runs, but nothing you did explains it";
  return isUnsettled(proposal) ? "Can't narrow it down further" : stepTitle(machine, step);
}

const isUnexplained = (before: Before | undefined): before is Extract<Before, { fixed: number }> =>
  typeof before === "object" && "fixed" in before;

/** “18 min · 44 in parts”: work and money apart. */
export const costSays = ({ minutes, price }: Pick<Proposal, "minutes" | "price">): string =>
  `${minutesSay(minutes)}${price === undefined ? "" : ` · $${Math.round(price)} parts`}`;

export const testTitle = (machine: Machine, { question }: TestAction): string => testSays(machine, question).title;

export function stepTitle(machine: Machine, step: Step): string {
  switch (step.kind) {
    case "test": {
      const title = testTitle(machine, step.test);
      return step.again ? `Recheck: ${lower(title)}` : title;
    }
    case "make-safe":
      return "Make it safe";
    case "discharge":
      return `Discharge the ${partName(machine, step.part)}`;
    case "energise":
      return step.to === "watch" ? "Power on to watch it" : "Power on";
    case "panel":
      return panelOrderSays(machine, step.panel, step.state);
    case "put-back":
      return `Put ${cameOffName(machine, step.thing)} back`;
    case "fit":
      return repairSays(repairOf(machine, step.assembly));
    case "examine":
      return checkTest(machine, step.check).title;
    case "plug-check":
      return "Check the wiring at the plug";
    case "prove":
      return "Do the test run";
    case "intake":
      return "Enter the complaint";
    case "doubt":
      return step.again ? "No suspect explains these readings" : "Check what the wiring sheet doesn't show";
    case "close":
      return step.reservations ? "Close the job with exceptions" : "Close the job";
  }
}

function stepDetail(machine: Machine, step: Step): string {
  switch (step.kind) {
    case "test":
      return testSays(machine, step.test.question).how;
    case "make-safe":
      return "Unplug it, or lock the breaker off. Meter a known source, the machine, the known source again.";
    case "discharge":
      return "Bleed it through a resistor with insulated tools. Then meter it: 0 V.";
    case "energise":
      return step.to === "watch"
        ? "All panels on. Hands and tools clear. Plug it in."
        : "No tools or screws inside. Wires off panel edges. Door shut. Plug it in.";
    case "panel":
      return panelSays(machine, step);
    case "put-back":
      return putBackSays(machine, step.thing);
    case "fit":
      return fitSays(step);
    case "examine":
      return checkTest(machine, step.check).how;
    case "plug-check":
      return "Unplugged. Ohms between the pins.";
    case "prove":
      return `Start it on heat. Stay with it. Answer what you see: ${proofRows(machine)
        .map((r) => sightOf(r).name.toLowerCase())
        .join(", ")}.`;
    case "intake":
      return "Use the customer's own words.";
    case "doubt":
      return `Don't replace anything yet. Check: ${step.look.map((l) => OUTSIDE[l]).join("; ")}.`;
    case "close":
      return step.reservations
        ? `The customer is told, and the report lists it: ${unseenSays(step.reservations)}.`
        : "Nothing is open: causes found, panels on, test run good.";
  }
}

function panelSays(machine: Machine, { panel, state }: StepOf<"panel">): string {
  const known = maybePanelOf(machine, panel);
  if (!known) return "";
  const { held, tools } = known;
  if (state === "on") return held;
  return `${held}.${tools.length > 0 ? ` Tools: ${tools.join(", ")}.` : ""}`;
}

function fitSays({ replaces, meterNew }: StepOf<"fit">): string {
  if (!replaces) return "Then mark it done.";
  const metering = meterNew
    ? `Meter the new part first: ${(BAD_NEW_PART * 100).toFixed(1)}% are bad (est.).`
    : "Looking at the new part is enough. Metering it costs more than it saves (est.).";
  return `Match new to old: ratings, terminals. ${metering} Never jumper out a thermal fuse, cut-off or limit.`;
}

function purposeSays(machine: Machine, purpose: Purpose): string {
  switch (purpose.for) {
    case "test":
      return testTitle(machine, purpose.test);
    case "fit":
      return repairSays(repairOf(machine, purpose.assembly));
    case "check":
      return checkTest(machine, purpose.check).title;
    case "plug-check":
      return "Check the wiring at the plug";
    case "close-up":
      return panelOrderSays(machine, purpose.panel, "on");
  }
}

/** Gives what another way of working would do: its step, or what its step prepares. */
export const aimSays = (machine: Machine, aim: Purpose | Step): string =>
  "for" in aim ? purposeSays(machine, aim) : stepTitle(machine, aim);

type Why = Pick<ProposalWords, "why" | "more">;

function reasonSays(machine: Machine, reason: Reason, step: Step, purpose: string | undefined): Why {
  switch (reason.code) {
    case "tells":
      return tellsSays(machine, reason);
    case "likely-repair":
      return likelySays(machine, reason);
    case "doubt":
      return doubtSays(machine, reason, step);
    case "found-bad":
      return {
        why: "It was found bad, and that explains the readings better than any suspect.",
        more: `${percent(reason.outside)} chance the fault isn't on the wiring sheet.`,
      };
    case "beside":
      return {
        why: `${percent(reason.chance)} chance this is bad too. ${minutesSay(reason.minutes)} now, or a ${CALL_BACK_MINUTES} min callback (est.).`,
      };
    case "sibling":
      return { why: "It wears with the part you replaced, and you're already in there. Replace the set." };
    case "check-first":
      return { why: `${capital(checkSays(machine, reason.check))}.`.replace("?.", "?") };
    case "back-before-power":
      return { why: "Every panel and fastener goes on before power." };
    case "wires-moved":
      return { why: "Wires were moved. A wrong one is found here, not by the fuse." };
    case "only-a-run-proves":
      return { why: "Only a test run proves the repair." };
    case "closes-when-run":
      return { why: "The job can be closed after a good test run." };
    case "closes-when-told":
      return { why: "A job can't be closed without a complaint." };
    case "room-first":
      return { why: `The ${partName(machine, reason.part)} reads differently in a cold room. Take the room temperature first.` };
    case "before-gamble":
      return {
        why: `Next is the ${assemblyName(machine, reason.assembly)}, but that's a gamble. Measure it running first; that's cheaper than a wrong part.`,
      };
    case "not-settled":
      return {
        why: reason.unseen
          ? "It runs, but no one saw the heat cycle. A thermometer beats a hand."
          : `It runs, but only ${percent(reason.fixed)} chance your repair was the fault. A thermometer beats a hand.`,
      };
    case "nothing-left":
      return { why: "Every check is done." };
    case "prepares":
      return { why: `${PREPARES[step.kind] ?? "Needed before"}: ${purpose ?? ""}` };
  }
}

const PREPARES: Partial<Record<Step["kind"], string>> = { panel: "To reach", energise: "Needed for", discharge: "Before" };

function tellsSays(machine: Machine, { apart, saves, minutes, next }: Extract<Reason, { code: "tells" }>): Why {
  const names = apart?.map((h) => lower(hypothesisSays(machine, h)));
  const price =
    saves >= 1
      ? `${minutesSay(minutes)} here saves about ${minutesSay(saves)} of repair (parts counted at $${DEFAULT_RATES.perHour}/h).`
      : `Clears the way for the next test; ${minutesSay(minutes)}.`;
  const second = next ? `Next best: ${lower(testTitle(machine, next.test))} (${minutesSay(next.minutes)}).` : "";
  const rest = [...(names ? [price] : []), second].filter((r) => r !== "").join(" ");
  return { why: names ? `Separates “${names[0]}” from “${names[1]}”.` : price, ...(rest !== "" && { more: rest }) };
}

function likelySays(machine: Machine, { assemblies, chance, gamble, bestTest, set }: Extract<Reason, { code: "likely-repair" }>): Why {
  const together =
    assemblies.length > 1 ? `${assemblies.map((a) => repairName(repairOf(machine, a))).join(" with ")} together fix it` : "this fixes it";
  const test = bestTest
    ? `The best test left (${lower(testTitle(machine, bestTest.test))}) takes ${minutesSay(bestTest.minutes)} and would save ${minutesSay(Math.max(0, bestTest.saves))}.`
    : "No test left is worth more.";
  const odds = gamble ? ` It's a gamble: the part itself hasn't tested bad.` : "";
  const off = gamble ? `, ${bandSays(gamble)} if the failure rates are off` : "";
  return {
    why: `${Math.round(chance * 100)}% chance ${together}${off}.${odds}`,
    more: set ? `${test} ${setSays(machine, set)}` : test,
  };
}

/** The way of those who fit the set, with its price. */
function setSays(machine: Machine, { set, price, minutes, callBack }: SetOffer): string {
  const name = machine.sets.find((s) => s.id === set)?.name ?? "set";
  return `Replacing the ${name} adds $${Math.round(price)} and ${minutesSay(minutes)}, and avoids a callback in ${Math.round(callBack * 100)}% of cases (est.).`;
}

const OUTSIDE: Record<OutsideModel, string> = {
  sheet: "wires against the wiring sheet",
  "earlier-repair": "what an earlier repair swapped or jumpered",
  drag: "drum, idler and rollers by hand",
  "blower-wheel": "blower wheel loose or full of lint",
  "gas-pressure": "gas pressure, orifice, air in the line",
  float: "float and pump by hand",
  "supply-under-load": "outlet volts under load",
  "water-or-mice": "water, mice, chafed harness",
};

/** Holds what is found bad at a piece that no circuit shows, in a word or two. */
export const FOUND_OUTSIDE: Record<OutsidePiece, string> = {
  wiring: "Wiring doesn't match the sheet",
  drum: "Drum drags",
  blower: "Blower wheel loose",
  burner: "Burner or gas problem",
};

/** It runs, and nobody knows why. */
const runsUnexplained = (machine: Machine, fixed: number, outside: string, leader: Extract<Reason, { code: "doubt" }>["leader"]): Why => ({
  why: `Nothing you did explains the good run: ${percent(fixed)} chance it's fixed. Don't close on one good run.`,
  more: leader ? `Still most likely: ${percent(leader.share)} ${lower(hypothesisSays(machine, leader.hypothesis))}. ${outside}` : outside,
});

/** Gives how sure it is that the model does not have the trouble, or what would be bought untested. */
function doubtSays(machine: Machine, { outside, entries, before, leader }: Extract<Reason, { code: "doubt" }>, step: Step): Why {
  const share = `${percent(outside)} chance the fault isn't on the wiring sheet.`;
  if (step.kind !== "doubt") {
    return {
      why: "It doesn't fit the other readings. Zero the leads, probe bare metal, check it another way.",
      more: share,
    };
  }
  if (isUnexplained(before)) return runsUnexplained(machine, before.fixed, share, leader);
  if (step.again && leader)
    return {
      why: `Still most likely: ${percent(leader.share)} ${lower(hypothesisSays(machine, leader.hypothesis))}. Not enough to buy a part on.`,
      more: `${share} Get the tech sheet or a second opinion before any part.`,
    };
  if (before === "little to test")
    return { why: "The tests left aren't worth their minutes. First check what no test here shows.", more: share };
  if (before) {
    const unfound = before.gamble ? ", which hasn't tested bad" : "";
    return {
      why: `Next is the ${repairName(repairOf(machine, before.assembly))}${unfound}. First check what no test here shows.`,
      more: share,
    };
  }
  const strange = entries.length > 0 ? " Unexplained entries are marked in the record." : "";
  return { why: share, more: `No part is suggested while that leads.${strange}` };
}

const CAUTIONS: Record<Caution, string> = {
  "no-ohms-until-dead": "No ohms until it's proved dead.",
  "is-live": "On record as LIVE. Unplug it first.",
  "live-from-here": "From here it's LIVE. No dead test counts until you prove it dead again.",
  "holds-charge": "It can hold a dangerous charge with the cord out.",
  "live-test": "LIVE. One hand, insulated probes, touch nothing else.",
  "gas-leaks": "Gas. No switches, no flame. Gas off, only if it's within reach. If it smells: everyone out, then call the gas company.",
  "not-to-be-run": "Do not run it until a good reading clears this.",
  "gas-work": "Gas work: license and local code come first. Leak test after, or the job can't be closed.",
};

/** So many are listed one by one. */
const MOST_OUTCOMES = 2;

/** Gives what an outcome looks like and what it would mean. */
export function expectationSays(
  machine: Machine,
  test: TestAction,
  { outcomes, leader, share }: Expectation,
): { label: string; meaning: string } {
  return {
    label: outcomes.length > MOST_OUTCOMES ? "anything else" : outcomes.map((o) => outcomeSays(machine, test.question, o)).join(", "),
    meaning: `${Math.round(share * 100)}% ${lower(hypothesisSays(machine, leader))}`,
  };
}
