import { z } from "zod";

/** The questions in which good technicians differ; each is a preference by which the planner works. */
export const preferenceFields = {
  first: z.enum(["look", "meter", "either"]).describe("Look and feel before the meter, or meter first."),
  parts: z.enum(["single", "set"]).describe("Only what failed, or the set that ages with it."),
  coldCoil: z.enum(["trust", "doubt"]).describe("Whether a coil that reads good cold is taken to be good."),
};
const preferenceSchema = z.strictObject(preferenceFields);
export type Preference = Readonly<z.infer<typeof preferenceSchema>>;

export const NO_PREFERENCE: Preference = { first: "either", parts: "single", coldCoil: "doubt" };
