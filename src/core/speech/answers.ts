import { type Repair, remedyOf, repairOf } from "../model/machine/assembly";
import { type Machine, type Part, partOf } from "../model/machine/format";
import { kindOf } from "../model/machine/parts/index";
import { assemblyName, panelName, partName, repairName, repairSays } from "../model/naming/names";
import { behindSays, isOffSays } from "../model/naming/removals";
import { capital, minutesSay, percent } from "../model/naming/text";
import { formatValue, textInFahrenheit } from "../model/quantity/format";
import type { Hypothesis } from "../reason/diagnosis/hypotheses";
import type { Proposal } from "../reason/planning/proposal";
import { checkSays, dangerOfRunning } from "../record/job/checks/index";
import type { Job } from "../record/job/fold";
import { STAGE_NAMES } from "../record/job/stages";
import type { Asked } from "./hear/meaning";
import { nominalOhms } from "./hear/nominal";
import { blockerSays } from "./words/card/blockers";
import { hypothesisSays } from "./words/card/diagnosis";
import { proposalSays } from "./words/card/proposals";
import { entrySays } from "./words/entries";

/** Holds what is known besides the job when a question is answered. */
interface Known {
  readonly machine: Machine;
  readonly job: Job;
  /** The likeliest first; left out until they are worked out. */
  readonly suspects?: readonly { readonly hypothesis: Hypothesis; readonly probability: number }[] | undefined;
  /** `null`: nothing is left to do. */
  readonly proposal?: Proposal | null | undefined;
}

/** The answer to a question: one sentence, and what else belongs to it. */
interface Answer {
  readonly says: string;
  readonly more: readonly string[];
}

const MOST_TOLD = 5;
const NOT_YET = "Still calculating. One moment.";
/** A part that fewer cases than this would want is not spoken of. */
const LEAST_SHARE = 0.08;

/** Answers a question that was asked in the reading line, from the job and what the engine has found. */
export function answerSays(asked: Asked, known: Known): Answer {
  const { machine, job, suspects, proposal } = known;
  switch (asked.ask) {
    case "next":
    case "why":
      return stepAnswer(asked.ask, machine, proposal);
    case "left":
      if (!suspects) return only(NOT_YET);
      return {
        says: `${suspects.length === 0 ? "Nothing" : "Most likely first"}:`,
        more: suspects.slice(0, MOST_TOLD).map((s) => `${percent(s.probability)} ${hypothesisSays(machine, s.hypothesis)}`),
      };
    case "stage":
      return {
        says: job.closed ? "The job is closed." : `At “${STAGE_NAMES[job.stage]}”.`,
        more: job.blockers.slice(0, MOST_TOLD).map((b) => `To close: ${blockerSays(machine, b).says}`),
      };
    case "cost":
      return costAnswer(known);
    case "parts":
      return partsAnswer(known);
    case "safe":
      return safeAnswer(machine, job);
    case "off":
      return offAnswer(machine, job);
    case "expect":
      return expectAnswer(machine, partOf(machine, asked.part));
    case "where":
      return whereAnswer(machine, partOf(machine, asked.part));
    case "read":
      return readAnswer(machine, job, asked.part);
  }
}

const only = (says: string): Answer => ({ says, more: [] });

function stepAnswer(ask: "next" | "why", machine: Machine, proposal: Proposal | null | undefined): Answer {
  if (proposal === undefined) return only(NOT_YET);
  if (proposal === null) return only("Nothing left to do.");
  const { title, detail, why, more, caution } = proposalSays(machine, proposal);
  const rest = [...(more === undefined ? [] : [more]), ...(caution === undefined ? [] : [`⚠ ${caution}`])];
  return ask === "next"
    ? { says: `${title}, about ${minutesSay(proposal.minutes)}.`, more: [detail, why, ...rest] }
    : { says: why, more: [`That's the reason for: ${title}.`, ...rest] };
}

/** Repairs that the suspects would want, with the share of cases that want them. */
function repairsWanted({ machine, suspects = [] }: Known): { repair: Repair; share: number }[] {
  const shares = new Map<string, number>();
  for (const { hypothesis, probability } of suspects)
    for (const id of new Set(hypothesis.faults.map((f) => remedyOf(machine, f)))) shares.set(id, (shares.get(id) ?? 0) + probability);
  return [...shares].map(([id, share]) => ({ repair: repairOf(machine, id), share })).sort((a, b) => b.share - a.share);
}

function costAnswer(known: Known): Answer {
  if (!known.suspects) return only(NOT_YET);
  const [first, ...others] = repairsWanted(known).filter((r) => r.share >= LEAST_SHARE);
  if (!first) return only("No fault known yet: nothing to price.");
  const priced = ({ repair, share }: { repair: Repair; share: number }) =>
    `${repairSays(repair)} (${percent(share)}): about ${minutesSay(repair.minutes)}, $${repair.price} parts`;
  return {
    says: `${priced(first)}. From the machine file (est.).`,
    more: [
      ...others.slice(0, 3).map(priced),
      ...(known.proposal ? [`The next step takes about ${minutesSay(known.proposal.minutes)}.`] : []),
    ],
  };
}

function partsAnswer(known: Known): Answer {
  const { machine, job, suspects } = known;
  const needed = job.wanted.flatMap(({ assembly }) => (assembly === null ? [] : [assemblyName(machine, assembly)]));
  const noted = needed.length > 0 ? [`On record as needed: ${[...new Set(needed)].join(", ")}.`] : [];
  if (!suspects) return { says: NOT_YET, more: noted };
  const likely = repairsWanted(known).filter((r) => r.share >= LEAST_SHARE && r.repair.is === "fit");
  if (likely.length === 0) return { says: "No part is likely enough to buy yet.", more: noted };
  return { says: `${likely.map((r) => `${repairName(r.repair)} (${percent(r.share)})`).join(", ")}.`, more: noted };
}

function safeAnswer(machine: Machine, job: Job): Answer {
  const danger = dangerOfRunning(machine, job);
  const open = [
    ...job.panelsOff.map((p) => isOffSays(machine, p)),
    ...(job.drumOut ? ["the drum is out"] : []),
    ...job.wiresOff.map((w) => `wires of the ${partName(machine, w)} are off`),
  ];
  const state = { dead: "It's proved dead.", live: "It's LIVE.", unknown: "It's not proved dead." }[job.safety.power];
  if (danger) return { says: `No: ${checkSays(machine, danger)}.`, more: [state, ...open.map(capital)] };
  if (open.length > 0) return { says: `Not yet: ${open[0]}.`, more: [...open.slice(1).map(capital), state] };
  return { says: "Nothing on record forbids it. The tech sheet, local code and your own eyes come first.", more: [state] };
}

function offAnswer(machine: Machine, job: Job): Answer {
  const list = [
    ...job.panelsOff.map((p) => capital(panelName(machine, p))),
    ...(job.drumOut ? ["Drum out"] : []),
    ...job.wiresOff.map((w) => `Wires: ${partName(machine, w)}`),
    ...job.shut.map((s) => `${capital(s)} shut`),
  ];
  return list.length === 0 ? only("No parts removed on record.") : { says: "Removed, on record:", more: list };
}

function expectAnswer(machine: Machine, part: Part): Answer {
  const named = capital(partName(machine, part.id));
  const more = [textInFahrenheit(part.test), ...behind(machine, part)];
  const nominal = nominalOhms(part);
  if (nominal !== undefined)
    return { says: `${named}: about ${formatValue(nominal, "ohm")}${part.kind === "thermistor" ? " at 77 °F" : " cold"}.`, more };
  const isMetered = kindOf(part).windings(part).length > 0;
  return { says: isMetered ? `${named}: near 0 Ω closed, OL open.` : `${named}: nothing to meter.`, more };
}

function whereAnswer(machine: Machine, part: Part): Answer {
  const points = machine.testPoints.filter((t) => part.nets.includes(t.net)).map((t) => t.id);
  return {
    says: `${capital(partName(machine, part.id))}: ${part.where}.`,
    more: [
      ...(/behind/i.test(part.where) ? [] : behind(machine, part)),
      ...(points.length > 0 ? [`On the sheet at ${points.join(" and ")}.`] : []),
    ],
  };
}

const behind = (machine: Machine, { panel }: Part): string[] => (panel === null ? [] : [`${capital(behindSays(machine, panel))}.`]);

function readAnswer(machine: Machine, job: Job, id: string): Answer {
  const touches = (place: object) =>
    ("between" in place && (place.between as readonly string[]).some((p) => p.startsWith(`${id}.`))) ||
    ("part" in place && place.part === id) ||
    ("through" in place && place.through === id);
  const found = job.evidence.filter((e) => touches(e.finding.place));
  if (found.length === 0) return only(`Nothing on record for the ${partName(machine, id)}.`);
  const [last, ...before] = found.toReversed().map((e) => entrySays(machine, { kind: "finding", body: e.finding }));
  return { says: `${last}.`, more: before.slice(0, 3) };
}
