import { z } from "zod";
import { CODE, SIGHT_IDS, SIGHTS } from "./sights";

const name = z.string().trim().min(1).max(120);
const ref = z.string().regex(/^[a-zA-Z][\w.-]{0,59}$/, "an id of letters, digits, dots and hyphens");
const text = z.string().trim().max(2000);
const controls = z.record(z.string().max(40), z.string().max(40));
const sighting = z
  .strictObject({
    sight: z.enum(SIGHT_IDS),
    value: z.string().max(20),
    /** The part that was looked at, for `looks`. */
    part: ref.optional(),
    /** Seconds after the start at which it was seen, for what is timed: glow, dark, flame. */
    after: z.number().min(0).max(36_000).optional(),
  })
  .superRefine((s, context) => {
    const allowed: readonly string[] =
      s.sight === "looks" ? ["good", "bad"] : (SIGHTS.find((x) => x.id === s.sight)?.answers.map((a) => a.value) ?? []);
    // The codes are the machine's own: which they are, the border can't know.
    const isCode = s.sight === CODE && /^[A-Z0-9-]{1,6}$/.test(s.value);
    if (s.value !== "unknown" && !allowed.includes(s.value) && !isCode) {
      context.addIssue({
        code: "custom",
        path: ["value"],
        message: `“${s.value}” is no answer to “${s.sight}”; expected ${[...allowed, "unknown"].join(", ")}`,
      });
    }
    if (s.sight === "looks" && !s.part)
      context.addIssue({ code: "custom", path: ["part"], message: "is missing: “looks” needs the part that was looked at" });
  });

/** The schools in which good technicians differ; each is a setting of the planner. */
const school = z.strictObject({
  /** Look and feel before the meter, or meter first. */
  first: z.enum(["look", "meter", "either"]).default("either"),
  /** Only what failed, or the set that ages with it. */
  parts: z.enum(["single", "set"]).default("single"),
  /** Whether a coil that reads good cold is taken to be good. */
  coldCoil: z.enum(["trust", "doubt"]).default("doubt"),
});

const yesNo = z.enum(["yes", "no", "unknown"]);

/** Body of each kind of entry. A new kind starts here. */
export const BODIES = {
  opened: z.strictObject({ customer: name, place: name, phone: text.optional(), liveTests: z.boolean().default(false) }),
  machine: z.strictObject({ machine: ref, serial: text.optional() }),
  complaint: z.strictObject({ words: text.min(1), sightings: z.array(sighting).max(20) }),
  setting: z.strictObject({ liveTests: z.boolean(), school: school.optional() }),
  "made-safe": z.strictObject({
    how: z.enum(["cord", "breaker"]),
    /** Meter on a known source, on the machine, on the known source again. */ proved: z.literal(true),
  }),
  energised: z.strictObject({ note: text.optional() }),
  sighting,
  reading: z
    .strictObject({
      between: z.tuple([ref, ref]),
      unit: z.enum(["ohm", "volt"]),
      /** In ohms or volts; null when the meter showed OL. */
      value: z.number().finite().nullable(),
      wiresOff: z.array(ref).max(10).default([]),
      controls: controls.default({}),
      /** The part's own temperature, °C, where it matters: a thermistor. */
      atC: z.number().min(-60).max(400).optional(),
    })
    .superRefine((r, context) => {
      if (r.unit === "ohm" && r.value !== null && r.value < 0)
        context.addIssue({ code: "custom", path: ["value"], message: "is below zero ohms" });
      if (r.unit === "volt" && r.value === null)
        context.addIssue({ code: "custom", path: ["value"], message: "is OL, which only an ohm range shows" });
      if (r.between[0] === r.between[1]) context.addIssue({ code: "custom", path: ["between"], message: "names the same point twice" });
    }),
  /** A temperature or pressure taken while it runs. */
  measure: z.strictObject({
    what: z.enum(["exhaust-peak", "back-pressure"]),
    /** °C or Pa. */
    value: z.number().finite().min(-100).max(20_000),
  }),
  discharged: z.strictObject({ part: ref }),
  panel: z.strictObject({ panel: ref, state: z.enum(["off", "on"]) }),
  fitted: z.strictObject({ unit: ref, action: z.enum(["replaced", "put-right"]), note: text.optional() }),
  proof: z.strictObject({
    starts: yesNo,
    turns: yesNo,
    warm: yesNo,
    cycles: z.enum(["yes", "short", "no", "unknown"]),
    airflow: z.enum(["strong", "weak", "none", "unknown"]),
  }),
  closed: z.strictObject({ note: text.optional() }),
  retract: z.strictObject({ entry: z.uuid(), why: text.optional() }),
} as const;

export type EntryKind = keyof typeof BODIES;
export type Body<K extends EntryKind> = z.infer<(typeof BODIES)[K]>;

const envelope = <K extends EntryKind>(kind: K) =>
  z.strictObject({
    /** UUID version 7, made where the entry is made. */
    id: z.uuid({ version: "v7" }),
    job: z.uuid({ version: "v7" }),
    at: z.iso.datetime({ offset: true }),
    by: name,
    kind: z.literal(kind),
    body: BODIES[kind],
  });

export const entrySchema = z.discriminatedUnion("kind", [
  envelope("opened"),
  envelope("machine"),
  envelope("complaint"),
  envelope("setting"),
  envelope("made-safe"),
  envelope("energised"),
  envelope("sighting"),
  envelope("reading"),
  envelope("measure"),
  envelope("discharged"),
  envelope("panel"),
  envelope("fitted"),
  envelope("proof"),
  envelope("closed"),
  envelope("retract"),
]);

/** One immutable fact of a job. */
export type Entry = z.infer<typeof entrySchema>;
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
export type Draft = { [K in EntryKind]: { readonly kind: K; readonly body: Body<K> } }[EntryKind];
export type Sighting = Body<"sighting">;
export type Reading = Body<"reading">;
export type Measure = Body<"measure">;
export type School = z.infer<typeof school>;
export const DEFAULT_SCHOOL: School = school.parse({});

/** First problem of a refused entry, as one sentence that names the field. */
export function firstIssue(error: z.ZodError, prefix: readonly (string | number)[] = []): { field: string; message: string } {
  const issue = error.issues[0] as z.core.$ZodIssue;
  const field = [...prefix, ...issue.path].map(String).join(".");
  return { field, message: `${field || "the request"}: ${issue.message}` };
}
