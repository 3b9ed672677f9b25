import { useMemo } from "react";
import { type Way, waysTo } from "../../../core/model/access/ways";
import { type Aim, aimOfAssemblies, aimOfParts, aimOfProposal } from "../../../core/reason/planning/aim";
import { useJob, useMachine } from "../../store/context";
import { useOwnTimes } from "./use-own-times";

/** Holds what is to be reached, and the ways to it, the least first. */
export interface Reach extends Aim {
  readonly ways: readonly Way[];
  /** The way that is taken: the one that was picked, else the least. */
  readonly way: Way | undefined;
}

/** Gives what the technician chose to reach; else what the proposal is about; else what is likeliest. */
export function useReach(): Reach {
  const machine = useMachine();
  const chosen = useJob((s) => s.view.reach);
  const picked = useJob((s) => s.view.way);
  const proposal = useJob((s) => s.diagnosis.proposal);
  const likeliest = useJob((s) => s.diagnosis.standing?.suspects.find((x) => x.hypothesis.assemblies.length > 0)?.hypothesis.assemblies);
  const panelsOff = useJob((s) => s.job.panelsOff);
  const differs = useJob((s) => s.job.differs);
  const own = useOwnTimes();
  const aim = useMemo(() => {
    if (chosen.length > 0) return aimOfParts(machine, chosen);
    return (proposal && aimOfProposal(machine, proposal)) ?? aimOfAssemblies(machine, likeliest ?? []);
  }, [machine, chosen, proposal, likeliest]);
  const ways = useMemo(() => waysTo(machine, aim.goals, { panelsOff, differs }, own), [machine, aim, panelsOff, differs, own]);
  return { ...aim, ways, way: ways.find((w) => w.id === picked) ?? ways[0] };
}
