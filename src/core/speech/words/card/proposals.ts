import { repairOf } from "../../../model/machine/assembly";
import type { Machine } from "../../../model/machine/format";
import { maybePanelOf } from "../../../model/machine/format";
import { assemblyName, partName, repairName, repairSays } from "../../../model/naming/names";
import { panelOrderSays } from "../../../model/naming/removals";
import { bandSays, capital, lower, minutesSay, percent } from "../../../model/naming/text";
import type { OutsidePiece } from "../../../reason/planning/found-outside";
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
import { CALL_BACK_MINUTES, DEFAULT_RATES } from "../../../reason/planning/repairs";
import type { TestAction } from "../../../reason/planning/tests/tests";
import { sightOf } from "../../../record/finding/sights";
import { proofRows } from "../../../record/job/closing/proven";
import { unseenSays } from "../../../record/job/kinds/closing/closed";
import { cameOffName, putBackSays } from "../bench/came-off";
import { checkSays, checkTest } from "./checks";
import { hypothesisSays } from "./diagnosis";
import { outcomeSays } from "./outcomes";
import { testSays } from "./tests";

/** A proposal in words. */
export interface ProposalWords {
  /** What to do, as an order. */
  readonly title: string;
  readonly detail: string;
  /** One reason, in one sentence. */
  readonly why: string;
  /** What else speaks for it: price, next best, what others do. */
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

/** What was to come and does not is said first. */
const withInstead = (why: Why, instead: string | undefined): Why =>
  instead === undefined
    ? why
    : { why: `Instead of “${lower(instead)}”: what was entered since changed it.`, more: [why.why, why.more].filter(Boolean).join(" ") };

/** All was looked at, no test is worth its minutes, and the likeliest is not likely enough to be bought. */
const isUnsettled = ({ step, reason }: Proposal): boolean =>
  step.kind === "doubt" && step.again && reason.code === "doubt" && reason.leader !== undefined;

function titleOf(machine: Machine, proposal: Proposal): string {
  const { step, reason } = proposal;
  if (step.kind === "doubt" && step.again && reason.code === "doubt" && isUnexplained(reason.before))
    return "It runs, and nothing explains it";
  return isUnsettled(proposal) ? "Nothing here settles it" : stepTitle(machine, step);
}

const isUnexplained = (before: Before | undefined): before is Extract<Before, { fixed: number }> =>
  typeof before === "object" && "fixed" in before;

/** “18 min · 44 in parts”: work and money apart. */
export const costSays = ({ minutes, price }: Pick<Proposal, "minutes" | "price">): string =>
  `${minutesSay(minutes)}${price === undefined ? "" : ` · ${Math.round(price)} in parts`}`;

export const testTitle = (machine: Machine, { question }: TestAction): string => testSays(machine, question).title;

export function stepTitle(machine: Machine, step: Step): string {
  switch (step.kind) {
    case "test": {
      const title = testTitle(machine, step.test);
      return step.again ? `Once more: ${lower(title)}` : title;
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
    case "prove":
      return "Prove it";
    case "intake":
      return "Write what the customer noticed";
    case "doubt":
      return step.again ? "None of the suspects gives this record" : "Look at what the model does not have";
    case "close":
      return step.reservations ? "Close the job with reservations" : "Close the job";
  }
}

function stepDetail(machine: Machine, step: Step): string {
  switch (step.kind) {
    case "test":
      return testSays(machine, step.test.question).how;
    case "make-safe":
      return "Cord out (or breaker off). Meter on a known source, on the machine, on the known source again.";
    case "discharge":
      return "Through a resistor across its terminals, insulated tool, then measure that no voltage is left.";
    case "energise":
      return step.to === "watch"
        ? "Hands and tools out, panels where they must be, cord in."
        : "Nothing left inside, wires clear of panel edges, door shut. Then cord in.";
    case "panel":
      return panelSays(machine, step);
    case "put-back":
      return putBackSays(machine, step.thing);
    case "fit":
      return fitSays(step);
    case "examine":
      return checkTest(machine, step.check).how;
    case "prove":
      return `Start it on heat, stay with it, answer what you see: ${proofRows(machine)
        .map((r) => sightOf(r).name.toLowerCase())
        .join(", ")}.`;
    case "intake":
      return "In the customer’s own words.";
    case "doubt":
      return `Fit nothing yet: ${step.look.map((l) => OUTSIDE[l]).join("; ")}.`;
    case "close":
      return step.reservations
        ? `Told to the customer and written in the hand-over: ${unseenSays(step.reservations)}.`
        : "Nothing is left open: causes examined, panels back, proven.";
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
  if (!replaces) return "Then record it.";
  const metering = meterNew
    ? `Meter the new part before it goes in: under a minute, against the chance of a bad one (est. ${(BAD_NEW_PART * 100).toFixed(1)} %).`
    : "A look at the new part will do: metering it costs more than it saves (est.).";
  return `New part beside old: same ratings, same terminals. ${metering} Never bridge a fuse or limit.`;
}

function purposeSays(machine: Machine, purpose: Purpose): string {
  switch (purpose.for) {
    case "test":
      return testTitle(machine, purpose.test);
    case "fit":
      return repairSays(repairOf(machine, purpose.assembly));
    case "check":
      return checkTest(machine, purpose.check).title;
    case "close-up":
      return panelOrderSays(machine, purpose.panel, "on");
  }
}

/** What another way of working would do: its step, or what its step prepares. */
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
        why: "It was found bad, and no suspect of this model gives the record as well as that.",
        more: `${percent(reason.outside)} that the trouble is none that this model has.`,
      };
    case "beside":
      return {
        why: `${percent(reason.chance)} that this is wrong besides: ${minutesSay(reason.minutes)} now, against a call-back of ${CALL_BACK_MINUTES} (est.).`,
      };
    case "sibling":
      return { why: "It ages with what was fitted, and the labour is in the access: this job fits the set." };
    case "check-first":
      return { why: `${capital(checkSays(machine, reason.check))}.`.replace("?.", "?") };
    case "back-before-power":
      return { why: "Every panel and fastener goes back before power." };
    case "only-a-run-proves":
      return { why: "Only a run proves the repair." };
    case "closes-when-run":
      return { why: "The job can be closed when it has run." };
    case "closes-when-told":
      return { why: "A job without its complaint can’t be closed." };
    case "room-first":
      return { why: `The ${partName(machine, reason.part)} reads otherwise in a cold room: how warm it is here decides.` };
    case "before-wager":
      return {
        why: `Next would come the ${assemblyName(machine, reason.assembly)}, a wager: first a number of the run, which costs less than a wrong part.`,
      };
    case "not-settled":
      return {
        why: reason.unseen
          ? "It runs, but nobody saw its heat go and come: a thermometer errs less than a hand."
          : `It runs, but only ${percent(reason.fixed)} that what was put right was the trouble: a thermometer errs less than a hand.`,
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
      ? `Saves ${minutesSay(saves)} of repair for ${minutesSay(minutes)} of work, parts counted as minutes at ${DEFAULT_RATES.perHour} an hour.`
      : `Clears the way for the test after it; ${minutesSay(minutes)}.`;
  const second = next ? `Next best: ${lower(testTitle(machine, next.test))} (${minutesSay(next.minutes)}).` : "";
  const rest = [...(names ? [price] : []), second].filter((r) => r !== "").join(" ");
  return { why: names ? `Tells “${names[0]}” from “${names[1]}”.` : price, ...(rest !== "" && { more: rest }) };
}

function likelySays(machine: Machine, { assemblies, chance, wager, bestTest, set }: Extract<Reason, { code: "likely-repair" }>): Why {
  const together =
    assemblies.length > 1 ? `${assemblies.map((a) => repairName(repairOf(machine, a))).join(" with ")} together are` : "this is";
  const test = bestTest
    ? `The best test left (${lower(testTitle(machine, bestTest.test))}) would save ${minutesSay(Math.max(0, bestTest.saves))} for ${minutesSay(bestTest.minutes)}.`
    : "No test left tells more.";
  const odds = wager ? ` A wager: it was not found bad itself.` : "";
  const off = wager ? `, ${bandSays(wager)} should base rates be off` : "";
  return {
    why: `${Math.round(chance * 100)} % that ${together} the repair${off}.${odds}`,
    more: set ? `${test} ${setSays(machine, set)}` : test,
  };
}

/** The way of those who fit the set, with its price. */
function setSays(machine: Machine, { set, price, minutes, callBack }: SetOffer): string {
  const name = machine.sets.find((s) => s.id === set)?.name ?? "set";
  return `Fitting the ${name} would add ${Math.round(price)} and ${minutesSay(minutes)}, and spare a call-back in ${Math.round(callBack * 100)} % (est.).`;
}

const OUTSIDE: Record<OutsideModel, string> = {
  sheet: "wires against the sheet",
  "earlier-repair": "what an earlier repair swapped or bridged",
  drag: "drum, idler and rollers by hand",
  "blower-wheel": "blower wheel, loose or full of lint",
  "gas-pressure": "gas pressure, orifice, air in the line",
  float: "float and pump by hand",
  "supply-under-load": "volts at the outlet while it runs",
  "water-or-mice": "water, mice, a chafed harness",
};

/** What is found bad at a piece that no circuit shows, in a word or two. */
export const FOUND_OUTSIDE: Record<OutsidePiece, string> = {
  wiring: "Wired otherwise",
  drum: "Drum drags",
  blower: "Blower wheel loose",
  burner: "Burner or gas bad",
};

/** It runs, and nobody knows why. */
const runsUnexplained = (machine: Machine, fixed: number, outside: string, leader: Extract<Reason, { code: "doubt" }>["leader"]): Why => ({
  why: `Nothing done here explains that it ran well: ${percent(fixed)} that it is put right. Not closed on one good run.`,
  more: leader ? `Likeliest is still: ${lower(hypothesisSays(machine, leader.hypothesis))}, ${percent(leader.share)}. ${outside}` : outside,
});

/** How sure it is that the model does not have the trouble, or what would be bought untested. */
function doubtSays(machine: Machine, { outside, entries, before, leader }: Extract<Reason, { code: "doubt" }>, step: Step): Why {
  const share = `${percent(outside)} that the trouble is none that this model has.`;
  if (step.kind !== "doubt") {
    return {
      why: "It does not go with the rest of the record: zero the leads, touch bare metal, take it again in another way.",
      more: share,
    };
  }
  if (isUnexplained(before)) return runsUnexplained(machine, before.fixed, share, leader);
  if (step.again && leader)
    return {
      why: `Likeliest is still: ${lower(hypothesisSays(machine, leader.hypothesis))}, ${percent(leader.share)}; not enough to fit a part on.`,
      more: `${share} The maker’s sheet or a second pair of eyes before any part.`,
    };
  if (before === "little to test")
    return { why: "What is left to test tells little for its minutes: first what no test here shows.", more: share };
  if (before) {
    const unfound = before.wager ? ", which was not found bad itself" : "";
    return {
      why: `Next would come the ${repairName(repairOf(machine, before.assembly))}${unfound}: first what no test here shows.`,
      more: share,
    };
  }
  const strange = entries.length > 0 ? " The entries that nothing explains are marked in the record." : "";
  return { why: share, more: `No part is proposed while that leads.${strange}` };
}

const CAUTIONS: Record<Caution, string> = {
  "no-ohms-until-dead": "No resistance range until it is proven dead.",
  "is-live": "The machine is recorded as live: cord out first.",
  "live-from-here": "From here the machine is live: no dead test counts until it is made safe again.",
  "holds-charge": "It may hold a dangerous charge with the cord out.",
  "live-test": "Live: one hand, insulated probes, nothing else touched.",
  "gas-leaks": "Gas: shut it, nothing switched, no flame, windows open. If it smells, out, and call the supplier.",
  "not-to-be-run": "Not to be run until this is measured away.",
  "gas-work": "Gas work: licensed practice and local code come first. Afterwards a leak test, or the job can't be closed.",
};

/** So many are listed one by one. */
const MOST_OUTCOMES = 2;

/** What an outcome looks like and what it would mean. */
export function expectationSays(
  machine: Machine,
  test: TestAction,
  { outcomes, leader, share }: Expectation,
): { label: string; meaning: string } {
  return {
    label: outcomes.length > MOST_OUTCOMES ? "anything else" : outcomes.map((o) => outcomeSays(machine, test.question, o)).join(", "),
    meaning: `${hypothesisSays(machine, leader)}, ${Math.round(share * 100)}\u00a0%`,
  };
}
