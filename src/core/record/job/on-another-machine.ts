import { isAssembly } from "../../model/machine/assembly";
import { type Machine, maybePartOf, pinsOf } from "../../model/machine/format";
import { readTerminal, terminalsOf } from "../../model/machine/wiring";
import { type Finding, findingKind } from "../finding/finding";
import type { JobState } from "./state";

/**
 * Leaves out of a job what was recorded of a machine that was corrected to this one: what this one does not have stays in the record, and
 * counts for nothing. The same lists where it has all of it.
 */
export function onAnotherMachine(machine: Machine, state: JobState): Partial<JobState> {
  const has = (finding: Finding) => findingKind(finding).unknownName(finding, machine) === undefined;
  const fits = (assembly: string) => isAssembly(machine, assembly);
  const isWired = (at: string) => machine.parts.some((p) => readTerminal(at)?.part === p.id && terminalsOf(p).includes(at));
  const isHere = (of: string) => maybePartOf(machine, of) !== undefined || machine.testPoints.some((t) => t.net.startsWith(`${of}.`));
  const { evidence, fitted, untold, joints } = state;
  // Places among the evidence and among what was fitted move up where something before them is gone.
  const placeIn = (at: number) => evidence.slice(0, at).filter((e) => has(e.finding)).length;
  const repairsIn = (at: number) => fitted.slice(0, at).filter((f) => fits(f.assembly)).length;
  const isWhole = evidence.every((e) => has(e.finding)) && fitted.every((f) => fits(f.assembly));
  return {
    evidence: isWhole
      ? evidence
      : evidence.filter((e) => has(e.finding)).map((e) => (e.fitted.every(fits) ? e : { ...e, fitted: e.fitted.filter(fits) })),
    untold: untold.filter((u) => has(u.finding)).map((u) => ({ ...u, repairs: repairsIn(u.repairs) })),
    fitted: kept(fitted, (f) => fits(f.assembly)),
    fittedElsewhere: [...state.fittedElsewhere, ...fitted.filter((f) => !fits(f.assembly))],
    evidenceAtProof: placeIn(state.evidenceAtProof),
    joints: joints.map((j) => ({ ...j, at: placeIn(j.at), ...(j.test && { test: { ...j.test, at: placeIn(j.test.at) } }) })),
    touched: kept(state.touched, isWired),
    leads: kept(state.leads, (l) => isWired(l.at)),
    wiresOff: kept(state.wiresOff, isHere),
    cameOff: kept(state.cameOff, (c) => (c.is === "lead" ? isWired(c.id) : c.is === "wires" ? isHere(c.id) : true)),
    plugReads: kept(state.plugReads, (r) => r.between.every((p) => pinsOf(machine).includes(p))),
  };
}

/** The same list where all of it stays. */
const kept = <T>(list: readonly T[], stays: (one: T) => boolean): readonly T[] => (list.every(stays) ? list : list.filter(stays));
