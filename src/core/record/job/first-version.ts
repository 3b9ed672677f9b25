import { z } from "zod";
import type { WiringEdit } from "../../model/machine/wiring";
import { SIGHTS, UNTOLD } from "../../model/sights/sights";
import type { Finding } from "../finding/finding";
import { LOOK_ANSWERS } from "../finding/kinds/look";

/** Holds what the first version recorded as sightings, readings and measures, and what each is now. */

const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");
const LOOKS = "looks";
const CODE = "code";

export const firstSighting = z
  .strictObject({
    sight: z.string().max(40),
    value: z.string().max(20),
    part: ref.optional(),
    after: z.number().min(0).max(36_000).optional(),
  })
  .superRefine((s, context) => {
    const message = sightingProblem(s);
    if (message !== undefined) context.addIssue({ code: "custom", path: ["value"], message });
  });
type FirstSighting = z.infer<typeof firstSighting>;

function sightingProblem({ sight, value, part }: { sight: string; value: string; part?: string | undefined }): string | undefined {
  if (sight === LOOKS && part === undefined) return "is missing its part: “looks” needs the part that was looked at";
  const allowed = sight === LOOKS ? LOOK_ANSWERS : SIGHTS.find((s) => s.id === sight)?.answers.map((a) => a.value);
  if (sight === CODE) return value === UNTOLD || value === "none" || /^[A-Z0-9-]{1,6}$/.test(value) ? undefined : `“${value}” is no code`;
  if (!allowed) return `“${sight}” is not a sight`;
  const known: readonly string[] = [...allowed, UNTOLD];
  return known.includes(value) ? undefined : `“${value}” is not an answer to “${sight}”; expected ${known.join(", ")}`;
}

export function upSighting({ sight, value, part, after }: FirstSighting): unknown {
  const result = { is: "answer", value };
  const circumstances = after === undefined ? {} : { secondsIntoRun: after };
  if (sight === LOOKS) return { kind: "look", place: { part }, result, circumstances };
  if (sight === CODE) return { kind: "code", place: { on: "display" }, result, circumstances };
  return { kind: "sight", place: { sight }, result, circumstances };
}

export const firstReading = z
  .strictObject({
    between: z.tuple([ref, ref]),
    unit: z.enum(["ohm", "volt"]),
    value: z.number().nullable(),
    wiresOff: z.array(ref).max(10).default([]),
    controls: z.record(z.string().max(40), z.string().max(40)).default({}),
    atC: z.number().min(-60).max(400).optional(),
  })
  .superRefine(({ unit, value, between }, context) => {
    const issue = (path: string, message: string) => context.addIssue({ code: "custom", path: [path], message });
    if (unit === "ohm" && value !== null && value < 0) issue("value", "is below zero ohms");
    if (unit === "volt" && value === null) issue("value", "is OL, which only an ohm range shows");
    if (between[0] === between[1]) issue("between", "names the same point twice");
  });

export function upReading({ between, unit, value, wiresOff, controls, atC }: z.infer<typeof firstReading>): unknown {
  const place = { between };
  const circumstances: Finding["circumstances"] = {
    ...(Object.keys(controls).length > 0 && { controls }),
    ...(wiresOff.length > 0 && unit === "ohm" && { wiring: wiresOff.map((part): WiringEdit => ({ edit: "part-off", part })) }),
    ...(atC !== undefined && { partC: atC }),
  };
  if (unit === "volt") return { kind: "volts", place, result: { is: "value", value, unit: "volt" }, circumstances };
  return { kind: "ohms", place, result: value === null ? { is: "OL" } : { is: "value", value, unit: "ohm" }, circumstances };
}

export const firstMeasure = z.strictObject({ what: z.enum(["exhaust-peak", "back-pressure"]), value: z.number().min(-100).max(20_000) });

export function upMeasure({ what, value }: z.infer<typeof firstMeasure>): unknown {
  return what === "exhaust-peak"
    ? { kind: "temperature", place: { stream: "exhaust" }, result: { is: "value", value, unit: "celsius" }, circumstances: {} }
    : { kind: "pressure", place: { stream: "duct" }, result: { is: "value", value, unit: "pascal" }, circumstances: {} };
}
