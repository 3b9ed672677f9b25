import { z } from "zod";

const access = z.array(z.string());

/**
 * The abstract troubleshooting problem: exactly one fault is present. A test fails with P(fail | fault), independently
 * given the fault, and can be done once. A repair shows at once whether it was the one. Panels stay open. Costs add up.
 */
export const problemSchema = z
  .object({
    format: z.literal("troubleshooting-problem/1"),
    faults: z
      .array(
        z.object({
          id: z.string(),
          prior: z.number().positive(),
          repair: z.object({ cost: z.number().nonnegative(), access }),
        }),
      )
      .min(1)
      .max(30),
    tests: z.array(
      z.object({ id: z.string(), cost: z.number().nonnegative(), access, fail: z.record(z.string(), z.number().min(0).max(1)) }),
    ),
    panels: z.array(z.object({ id: z.string(), cost: z.number().nonnegative(), behind: access })).max(30),
  })
  .superRefine((problem, context) => {
    const panels = new Set(problem.panels.map((p) => p.id));
    const refuse = (path: (string | number)[], message: string) => context.addIssue({ code: "custom", path, message });
    const checkAccess = (list: string[], path: (string | number)[]) => {
      for (const id of list) if (!panels.has(id)) refuse(path, `names the panel “${id}”, which is not in panels`);
    };
    for (const [i, f] of problem.faults.entries()) checkAccess(f.repair.access, ["faults", i, "repair", "access"]);
    for (const [i, p] of problem.panels.entries()) checkAccess(p.behind, ["panels", i, "behind"]);
    problem.tests.forEach((t, i) => {
      checkAccess(t.access, ["tests", i, "access"]);
      for (const f of problem.faults) {
        if (t.fail[f.id] === undefined) refuse(["tests", i, "fail"], `has no P(fail) for “${f.id}”`);
      }
    });
    if (hasPanelCycle(problem.panels)) refuse(["panels"], "lie behind one another in a circle");
  });

export type Problem = z.infer<typeof problemSchema>;

function hasPanelCycle(panels: readonly { id: string; behind: readonly string[] }[]): boolean {
  const behind = new Map(panels.map((p) => [p.id, p.behind]));
  const done = new Set<string>();
  const visit = (id: string, path: readonly string[]): boolean => {
    if (path.includes(id)) return true;
    if (done.has(id)) return false;
    done.add(id);
    return (behind.get(id) ?? []).some((next) => visit(next, [...path, id]));
  };
  return panels.some((p) => visit(p.id, []));
}

/** What to do, and what to do after each outcome. `otherwise` is null when no other fault is left. */
export type Policy =
  | { readonly test: string; readonly pass: Policy; readonly fail: Policy }
  | { readonly repair: string; readonly otherwise: Policy | null };
