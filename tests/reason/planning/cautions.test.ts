import fc from "fast-check";
import { expect, test } from "vitest";
import { rank } from "../../../src/core/reason/diagnosis/rank";
import type { Step } from "../../../src/core/reason/planning/proposal";
import { propose } from "../../../src/core/reason/planning/propose";
import type { Job } from "../../../src/core/record/job/fold";
import { refusalOf } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { assembliesFitted } from "../../../src/core/record/job/state";
import { proposalSays } from "../../../src/core/speech/words/card/proposals";
import { MACHINES } from "../../../src/machines";
import { across, catalogueOf, fitted, jobOf, LIVE, PROOF, panel, SAFE, saw, suspectsFor } from "../../job-of";
import { ofTurn } from "../../turns";

const anyDraft = fc.constantFrom<Draft>(
  SAFE,
  LIVE,
  PROOF,
  saw("turns", "yes"),
  saw("turns", "no"),
  saw("warm", "no"),
  saw("airflow", "weak"),
  across("cut-off", null),
  across("cut-off", 0.2),
  across("high-limit", 0.2),
  across("blower-fuse", null),
  panel("top", "off"),
  panel("top", "on"),
  fitted("cut-off"),
  fitted("duct", "put-right"),
);

/** Gives what a step may never do in the state in which it is proposed. */
function breaks(step: Step, job: Job): string | undefined {
  switch (step.kind) {
    case "test": {
      const { question, needs, panels } = step.test;
      if (question.kind === "ohms" || question.kind === "volts") {
        const result = { is: "value", value: 1, unit: question.kind === "ohms" ? "ohm" : "volt" };
        const refusal = refusalOf(job, { kind: "finding", body: { ...question, result } } as Draft);
        if (refusal) return refusal.code;
      }
      if (needs === "running" && job.panelsOff.length > 0) return "runs with panels off";
      return panels.every((p) => job.panelsOff.includes(p)) ? undefined : "behind a panel that is on";
    }
    case "fit":
      return step.replaces ? refusalOf(job, fitted(step.assembly))?.code : undefined;
    case "panel":
      return step.state === "off" && job.safety.power !== "dead" ? "opens what is not dead" : undefined;
    case "close":
      return job.blockers[0]?.code;
    default:
      return undefined;
  }
}

test.each(ofTurn(MACHINES).map((m) => [m.id, m] as const))(
  "%s: whatever was recorded, no proposal breaks a caution",
  { timeout: 180_000 },
  (_, machine) => {
    const catalogue = catalogueOf(suspectsFor(machine));
    fc.assert(
      fc.property(fc.array(anyDraft, { maxLength: 9 }), (drafts) => {
        const job = jobOf(machine, drafts);
        const proposal = propose(catalogue, job, rank(catalogue.suspects, job.evidence, assembliesFitted(job)));
        if (!proposal) return;
        const told = Object.values(proposalSays(machine, proposal))
          .join(" ")
          .replaceAll(/Never bridge [^.]*\.|what an earlier repair swapped or jumpered/gi, "");
        expect(told).not.toMatch(/\b(bridg|jumper|bypass|short(ing)? out)/i);
        expect(breaks(proposal.step, job)).toBeUndefined();
      }),
      { numRuns: 14 },
    );
  },
);
