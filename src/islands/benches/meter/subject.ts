import { useMemo } from "react";
import { findingKind } from "../../../core/finding/finding";
import type { OhmsFinding, OhmsQuestion } from "../../../core/finding/kinds/ohms";
import { inCircumstances } from "../../../core/job/circumstances";
import type { Draft } from "../../../core/job/kinds/index";
import { useUnderstanding } from "../../job/line/use-line";
import { useJob, useMachine } from "../../job/store/context";
import { probingOf } from "../../job/store/view";

/** What the meter is held to: a reading that is typed or was taken, or a place that is still to be read. */
export interface Subject {
  readonly question: OhmsQuestion;
  readonly finding?: OhmsFinding;
  readonly from: "line" | "chosen" | "record" | "next";
}

/** What is being typed comes first, then what is chosen on the sheet, then what the card asks for, then what was read last. */
export function useSubject(): Subject | undefined {
  const typed = useTyped();
  const chosen = useChosen();
  const step = useJob((s) => (s.job.closed ? undefined : s.diagnosis.proposal?.step));
  const evidence = useJob((s) => s.job.evidence);
  const machine = useMachine();
  return useMemo(() => {
    if (typed) return { question: typed, finding: typed, from: "line" };
    if (chosen) {
      const read = evidence.findLast(({ finding }) => finding.kind === "ohms" && samePlace(finding, chosen))?.finding;
      return { question: chosen, from: "chosen", ...(read?.kind === "ohms" && { finding: read }) };
    }
    const asked = step?.kind === "test" && step.test.question.kind === "ohms" ? step.test.question : undefined;
    if (asked) return { question: asked, from: "next" };
    const last = evidence.findLast(({ finding: f }) => f.kind === "ohms" && findingKind(f).unknownName(f, machine) === undefined)?.finding;
    return last?.kind === "ohms" ? { question: last, finding: last, from: "record" } : undefined;
  }, [typed, chosen, step, evidence, machine]);
}

/** The reading that the line comes to as it stands. */
function useTyped(): OhmsFinding | undefined {
  const line = useJob((s) => s.view.line);
  const job = useJob((s) => s.job);
  const understood = useUnderstanding(line);
  const drafts: readonly Draft[] = understood?.is === "entries" ? understood.drafts : [];
  const body = drafts.findLast((d) => d.kind === "finding" && d.body.kind === "ohms")?.body;
  return useMemo(() => {
    if (!body || !("kind" in body) || body.kind !== "ohms") return undefined;
    const within = inCircumstances(body, job);
    return within.kind === "ohms" ? within : undefined;
  }, [body, job]);
}

/** The place that is chosen on the sheet, as a question. */
function useChosen(): OhmsQuestion | undefined {
  const machine = useMachine();
  const chosen = useJob((s) => s.view.chosen);
  const live = useJob((s) => s.job.safety.power === "live");
  return useMemo(() => {
    const probing = probingOf(machine, chosen, live);
    if (probing?.unit !== "ohm") return undefined;
    const { between, wiring, controls } = probing;
    return { kind: "ohms", place: { between: [...between] }, circumstances: { wiring: [...wiring], controls: { ...controls } } };
  }, [machine, chosen, live]);
}

const samePlace = (a: OhmsQuestion, b: OhmsQuestion): boolean =>
  [...a.place.between].sort().join() === [...b.place.between].sort().join() &&
  (a.circumstances.wiring ?? []).length === (b.circumstances.wiring ?? []).length;
