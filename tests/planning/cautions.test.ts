import fc from "fast-check";
import { expect, test } from "vitest";
import { rank } from "../../src/core/diagnosis/rank";
import type { Draft } from "../../src/core/job/entry";
import { allows } from "../../src/core/job/safety";
import { TestCatalogue } from "../../src/core/planning/next";
import { propose } from "../../src/core/planning/propose";
import { MACHINES } from "../../src/machines";
import { benchFor, jobOf } from "../job-of";

const sight = (s: "turns" | "warm" | "starts" | "airflow", value: string): Draft => ({ kind: "sighting", body: { sight: s, value } });
const ohms = (part: string, value: number | null): Draft => ({
  kind: "reading",
  body: { between: [`${part}.1`, `${part}.2`], unit: "ohm", value, wiresOff: [part], controls: {} },
});
const anyDraft = fc.constantFrom<Draft>(
  { kind: "made-safe", body: { how: "cord", proved: true } },
  { kind: "energised", body: {} },
  sight("turns", "yes"),
  sight("turns", "no"),
  sight("warm", "no"),
  sight("airflow", "weak"),
  ohms("cut-off", null),
  ohms("cut-off", 0.2),
  ohms("high-limit", 0.2),
  ohms("blower-fuse", null),
  { kind: "panel", body: { panel: "top", state: "off" } },
  { kind: "panel", body: { panel: "top", state: "on" } },
  { kind: "fitted", body: { unit: "cut-off", action: "replaced" } },
  { kind: "fitted", body: { unit: "duct", action: "put-right" } },
  { kind: "proof", body: { starts: "yes", turns: "yes", warm: "yes", cycles: "yes", airflow: "strong" } },
);

test.each(MACHINES.map((m) => [m.id, m] as const))(
  "%s: whatever was recorded, no proposal breaks a caution",
  { timeout: 180_000 },
  (_, machine) => {
    const catalogue = new TestCatalogue(benchFor(machine));
    fc.assert(
      fc.property(fc.array(anyDraft, { maxLength: 9 }), (drafts) => {
        const job = jobOf(machine, drafts);
        const ranking = rank(
          catalogue.bench,
          job.evidence,
          job.fitted.map((f) => f.unit),
        );
        const proposal = propose(catalogue, job, ranking);
        const step = proposal?.step;
        if (!proposal || !step) return;
        const told = [proposal.title, proposal.detail, proposal.why, proposal.prepares ?? ""]
          .join(" ")
          .replaceAll(/Never bridge [^.]*\./gi, "");
        expect(told).not.toMatch(/\b(bridg|jumper|bypass|short(ing)? out)/i);
        switch (step.kind) {
          case "test":
            if (step.test.kind === "reading") {
              const body = {
                ...step.test.setup,
                between: [...step.test.setup.between] as [string, string],
                wiresOff: [...step.test.setup.wiresOff],
                controls: {},
                value: 1,
              };
              expect(allows(job.safety, { kind: "reading", body }, machine).ok).toBe(true);
            }
            if (step.test.needs === "running") expect(job.panelsOff).toEqual([]);
            expect(step.test.panels.every((p) => job.panelsOff.includes(p))).toBe(true);
            return;
          case "fit":
            expect(
              allows(job.safety, { kind: "fitted", body: { unit: step.unit, action: "replaced" } }, machine).ok || !step.replaces,
            ).toBe(true);
            return;
          case "energise":
            return;
          case "panel":
            if (step.state === "off") expect(job.safety.power).toBe("dead");
            return;
          case "close":
            expect(job.blockers).toEqual([]);
            return;
          default:
            return;
        }
      }),
      { seed: 77, numRuns: 40 },
    );
  },
);
