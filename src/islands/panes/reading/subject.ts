import { useMemo } from "react";
import { type Machine, maybePartOf } from "../../../core/model/machine/format";
import { readTerminal } from "../../../core/model/machine/wiring";
import { placeSays } from "../../../core/model/naming/names";
import { findingKind } from "../../../core/record/finding/finding";
import { SUPPLY } from "../../../core/record/finding/kinds/amps";
import type { OhmsQuestion } from "../../../core/record/finding/kinds/ohms";
import { isMetered, isMeteredQuestion, type MeteredFinding, type MeteredQuestion, readingAt } from "../../../core/record/finding/metered";
import { samePoints } from "../../../core/record/finding/probes";
import { inCircumstances } from "../../../core/record/job/circumstances";
import type { Draft } from "../../../core/record/job/kinds/index";
import { useJob, useMachine } from "../../store/context";
import { probingOf } from "../../store/view";
import { useUnderstanding } from "../line/use-line";

/** Holds what the meter is held to: a reading that is typed or was taken, or a place that is still to be read. */
export interface Subject {
  readonly question: MeteredQuestion;
  readonly finding?: MeteredFinding;
  readonly from: "line" | "chosen" | "record" | "next";
}

/** Whatever is being typed comes first, then what is chosen on the sheet, then what the card asks for, then what was read last. */
export function useSubject(): Subject | undefined {
  const typed = useTyped();
  const chosen = useChosen();
  const step = useJob((s) => (s.job.closed ? undefined : s.diagnosis.proposal?.step));
  const evidence = useJob((s) => s.job.evidence);
  const machine = useMachine();
  return useMemo(() => {
    if (typed) return { question: typed, finding: typed, from: "line" };
    const read = evidence.flatMap(({ finding: f }) => (isMetered(f) && findingKind(f).unknownName(f, machine) === undefined ? [f] : []));
    if (chosen) {
      const last = read.findLast((f) => f.kind === "ohms" && samePlace(f, chosen));
      return { question: chosen, from: "chosen", ...(last && { finding: last }) };
    }
    const asked = step?.kind === "test" ? step.test.question : undefined;
    if (asked && isMeteredQuestion(asked)) return { question: asked, from: "next" };
    const last = read.at(-1);
    return last && { question: last, finding: last, from: "record" };
  }, [typed, chosen, step, evidence, machine]);
}

/** The reading that the line comes to as it stands. */
function useTyped(): MeteredFinding | undefined {
  const line = useJob((s) => s.view.line);
  const job = useJob((s) => s.job);
  const understood = useUnderstanding(line);
  const drafts: readonly Draft[] = understood?.is === "entries" ? understood.drafts : [];
  const draft = drafts.findLast((d) => d.kind === "finding" && isMetered(d.body));
  const body = draft?.kind === "finding" && isMetered(draft.body) ? draft.body : undefined;
  return useMemo(() => {
    const within = body && inCircumstances(body, job);
    return within && isMetered(within) ? within : undefined;
  }, [body, job]);
}

/** The place that is chosen on the sheet, as a question. */
function useChosen(): MeteredQuestion | undefined {
  const machine = useMachine();
  const chosen = useJob((s) => s.view.chosen);
  const live = useJob((s) => s.job.safety.power === "live");
  return useMemo(() => {
    const probing = probingOf(machine, chosen, live);
    if (!probing) return undefined;
    const { between, wiring, controls, unit } = probing;
    const place = { between: [between[0], between[1]] as [string, string] };
    if (unit === "volt") return { kind: "volts", place, circumstances: {} };
    return { kind: "ohms", place, circumstances: { wiring: [...wiring], controls: { ...controls } } };
  }, [machine, chosen, live]);
}

const samePlace = (a: OhmsQuestion, b: MeteredQuestion): boolean =>
  b.kind === "ohms" &&
  samePoints(a.place.between, b.place.between) &&
  (a.circumstances.wiring ?? []).length === (b.circumstances.wiring ?? []).length;

/** A reading at a place, as an entry. */
export function draftOf(question: MeteredQuestion, value: number): Draft | undefined {
  const body = readingAt(question, value);
  return body && { kind: "finding", body };
}

/** Where it is read, in words. */
export function subjectSays(machine: Machine, { place }: MeteredQuestion): string {
  if ("between" in place) return placeSays(machine, place.between);
  const id = "part" in place ? place.part : place.through;
  return id === SUPPLY ? "The whole machine" : (maybePartOf(machine, id)?.name ?? id);
}

/** The parts on which the meter is. */
export const partsOf = ({ place }: MeteredQuestion): readonly string[] =>
  "between" in place ? place.between.flatMap((b) => readTerminal(b)?.part ?? []) : ["part" in place ? place.part : place.through];
