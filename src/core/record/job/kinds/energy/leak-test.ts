import { z } from "zod";
import { defineEntry, name, never, noUpcasters, text } from "../definition";

export const LEAK_METHODS = { soap: "soap solution", detector: "gas detector", pressure: "pressure held" } as const;
export type LeakMethod = keyof typeof LEAK_METHODS;

export const leakTest = defineEntry({
  kind: "leak-test",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      joint: name.describe("The joint, by its name."),
      method: z.enum(["soap", "detector", "pressure"]).describe("How it was tested."),
      tight: z.boolean().describe("No bubbles, no alarm, no fall."),
      note: text.optional().describe("A remark."),
    })
    .describe("A gas joint was tested for leaks."),
  upcasters: noUpcasters,
  ofEnergy: true,
  afterClosing: never,
  allows: ({ joint }, { machine, joints }) => {
    if (machine && !machine.burner) return { code: "not-on-machine", given: "gas" };
    return joints.some((j) => j.name === joint) ? undefined : { code: "not-on-machine", given: joint };
  },
  effect: ({ joint, method, tight }, { joints, evidence }, { by, at }) => ({
    joints: joints.map((j) => (j.name === joint ? { ...j, test: { method, tight, by, when: at, at: evidence.length } } : j)),
  }),
  says: ({ joint, method, tight }) => `Leak test, ${joint}: ${tight ? "tight" : "leaks"} (${LEAK_METHODS[method]})`,
});
