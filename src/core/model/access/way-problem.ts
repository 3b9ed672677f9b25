import { z } from "zod";

const id = z.string().min(1).max(120);
const minutes = z.number().min(0).max(100_000);

const waySchema = z.strictObject({
  needs: z.array(id).max(1000).describe("What must be off before."),
  minutes: minutes.describe("Extra time for this access route, minutes."),
});

/** Holds what can come off, what is to be reached, and what is off already; what each way needs and costs. */
export const wayProblemSchema = z
  .strictObject({
    format: z.literal("way-in/1").optional(),
    name: z.string().max(200).optional(),
    removals: z
      .array(
        z.strictObject({
          id: id.describe("What comes off."),
          minutes: minutes.describe("Off and back again, minutes."),
          ways: z.array(waySchema).max(100).describe("How it can come off; none: not at all."),
        }),
      )
      .max(2000),
    parts: z.array(z.strictObject({ id: id.describe("What can be reached."), ways: z.array(waySchema).max(100) })).max(2000),
    reach: z.array(id).max(2000).describe("What is to be reached, all with one opening."),
    off: z.array(id).max(2000).default([]).describe("Removed parts already."),
  })
  .superRefine((problem, context) => {
    const removals = new Set(problem.removals.map((r) => r.id));
    const parts = new Set(problem.parts.map((p) => p.id));
    const unknown = (given: string, path: (string | number)[], expected: string) =>
      context.addIssue({ code: "custom", path, message: `“${given}” is not ${expected}` });
    if (removals.size < problem.removals.length)
      context.addIssue({ code: "custom", path: ["removals"], message: "two removals have the same id" });
    if (parts.size < problem.parts.length) context.addIssue({ code: "custom", path: ["parts"], message: "two parts have the same id" });
    for (const list of ["removals", "parts"] as const)
      for (const [i, { ways }] of problem[list].entries())
        for (const [w, { needs }] of ways.entries())
          for (const [n, need] of needs.entries())
            if (!removals.has(need)) unknown(need, [list, i, "ways", w, "needs", n], "one of the removals");
    for (const [i, part] of problem.reach.entries()) if (!parts.has(part)) unknown(part, ["reach", i], "one of the parts");
    for (const [i, off] of problem.off.entries()) if (!removals.has(off)) unknown(off, ["off", i], "one of the removals");
  });
export type WayProblem = z.infer<typeof wayProblemSchema>;

/** One thing that comes off or is reached, by which of its ways. */
export interface Taken {
  readonly id: string;
  /** Index of the way. */
  readonly way: number;
}

/** The way in: what comes off in which order, and how each part is then reached. */
export interface WayIn {
  readonly minutes: number;
  readonly off: readonly Taken[];
  readonly parts: readonly Taken[];
  /** No way costs less than this, minutes: as much as `minutes` where it is proven to be the best. */
  readonly bound: number;
}
