import { useMemo } from "react";
import { type Way, waysTo } from "../../core/access/ways";
import type { Question } from "../../core/finding/finding";
import { questionOfCheck } from "../../core/job/checks/index";
import { assemblyIdOf, repairOf } from "../../core/machine/assembly";
import { type Machine, maybePartOf } from "../../core/machine/format";
import { repairName } from "../../core/naming/names";
import { capital } from "../../core/naming/text";
import type { Proposal, Purpose, Step } from "../../core/planning/proposal";
import { panelsOfQuestion } from "../../core/planning/reach-of-question";
import { useJob, useMachine } from "../job/store/context";
import { useOwnTimes } from "./use-own-times";

/** What is to be reached, and the ways to it. */
export interface Reach {
  readonly name: string;
  readonly goals: readonly string[];
  readonly ways: readonly Way[];
  /** Parts and assemblies that are reached: their wires come into question. */
  readonly parts: readonly string[];
}

/** What the technician chose to reach; else what the proposal is about; else what is likeliest. */
export function useReach(): Reach {
  const machine = useMachine();
  const chosen = useJob((s) => s.view.reach);
  const proposal = useJob((s) => s.diagnosis.proposal);
  const suspects = useJob((s) => s.diagnosis.standing?.suspects);
  const panelsOff = useJob((s) => s.job.panelsOff);
  const differs = useJob((s) => s.job.differs);
  const own = useOwnTimes();
  return useMemo(() => {
    const aim =
      chosen.length > 0
        ? ofParts(machine, chosen)
        : (aimOf(machine, proposal) ??
          ofAssemblies(machine, suspects?.find((x) => x.hypothesis.assemblies.length > 0)?.hypothesis.assemblies ?? []));
    return { ...aim, ways: waysTo(machine, aim.goals, { panelsOff, differs }, own) };
  }, [own, machine, chosen, proposal, suspects, panelsOff, differs]);
}

type Aim = Omit<Reach, "ways">;

function aimOf(machine: Machine, proposal: Proposal | null | undefined): Aim | undefined {
  const aim: Purpose | Step | undefined = proposal?.prepares ?? proposal?.step;
  if (!aim) return undefined;
  const what = "for" in aim ? aim.for : aim.kind;
  if (what === "fit" && "assembly" in aim) return ofAssemblies(machine, [aim.assembly]);
  if (what === "test" && "test" in aim) {
    const { part, panels, question } = aim.test;
    if (panels.length === 0) return undefined;
    const id = "part" in question.place ? question.place.part : part;
    const known = id === undefined ? undefined : maybePartOf(machine, id);
    return { name: known?.name ?? pointsName(question), goals: panels, parts: known ? [known.id] : [] };
  }
  if ((what === "check" || what === "examine") && "check" in aim) {
    const goals = panelsOfQuestion(machine, questionOfCheck(machine, aim.check));
    return goals.length > 0 ? { name: "The check", goals, parts: [] } : undefined;
  }
  return undefined;
}

const pointsName = ({ place }: Question): string => ("between" in place ? place.between.join(" and ") : "Inside");

const named = (names: readonly string[]): string => capital([...new Set(names)].join(", "));

function ofAssemblies(machine: Machine, assemblies: readonly string[]): Aim {
  const repairs = assemblies.map((a) => repairOf(machine, a));
  return {
    name: repairs.length > 0 ? named(repairs.map((r) => repairName(r))) : "Inside",
    goals: repairs.flatMap((r) => r.panel ?? []),
    parts: machine.parts.filter((p) => assemblies.includes(assemblyIdOf(p))).map((p) => p.id),
  };
}

function ofParts(machine: Machine, ids: readonly string[]): Aim {
  const parts = machine.parts.filter((p) => ids.includes(p.id));
  return {
    name: named(parts.map((p) => p.name)),
    goals: parts.flatMap((p) => p.panel ?? []),
    parts: machine.parts.filter((p) => parts.some((q) => assemblyIdOf(q) === assemblyIdOf(p))).map((p) => p.id),
  };
}
