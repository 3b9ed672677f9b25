import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { plugCheck } from "../../../src/core/model/access/plug/check";
import { assemblyIdOf } from "../../../src/core/model/machine/assembly";
import { type Machine, maybePartOf } from "../../../src/core/model/machine/format";
import type { Proposal } from "../../../src/core/reason/planning/proposal";
import { wayToClose } from "../../../src/core/reason/planning/way-to-close";
import type { Finding } from "../../../src/core/record/finding/finding";
import { isSoundToCabinet, shouldBeOpen } from "../../../src/core/record/finding/insulation";
import { samePoints } from "../../../src/core/record/finding/probes";
import { checkId, dangerOfRunning, questionOfCheck } from "../../../src/core/record/job/checks/index";
import { PLUG_CHECKED, PLUG_LINE } from "../../../src/core/record/job/closing/by-hand";
import { closingDraft } from "../../../src/core/record/job/closing/closing-draft";
import { stamp } from "../../../src/core/record/job/entry";
import { foldJob, type Job } from "../../../src/core/record/job/fold";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { understand } from "../../../src/core/speech/understand";
import { MACHINES } from "../../../src/machines";
import { across, fitted, found, jobOf, LIVE, ohms, PROOF, panel, SAFE, saw, shipped } from "../../job-of";

const COMPLAINT: Draft = { kind: "complaint", body: { words: "no heat", findings: [] } };
const looked = (part: string, value: string) =>
  found({ kind: "look", place: { part }, result: { is: "answer", value }, circumstances: {} });
const e27 = shipped("orrinshaw-e27");
const g14 = shipped("kelvane-g14");
const c7 = shipped("kelvane-c7");
const proof = (body: object): Draft => ({ kind: "proof", body: { ...(PROOF as { body: object }).body, ...body } as never });

/** Why closing is refused after these entries; “closes” when it is not. */
function closing(machine: Machine, drafts: readonly Draft[]): string {
  const job = jobOf(machine, [COMPLAINT, ...drafts]);
  const after = jobOf(machine, [COMPLAINT, ...drafts, closingDraft(job)]);
  return after.closed
    ? "closes"
    : job.blockers.map((b) => ("because" in b ? `${b.code} ${b.because}` : "run" in b ? `${b.code} ${b.run}` : b.code)).join(", ");
}

const RUN = [PLUG_CHECKED, LIVE, PROOF];
const low = ohms(["element.1", "CAB"], 0.4, "element");
const sound = ohms(["element.1", "CAB"], null, "element");
const pins = (machine: Machine, value: number | null) =>
  [...machine.supply.legs, machine.supply.neutral].map((s) => ohms([s.pin, machine.cabinet], value));
const earth = (machine: Machine, value: number | null = 0.2) => ohms([machine.supply.ground.pin, machine.cabinet], value);

const moved: Draft = { kind: "lead", body: { at: "element.1", state: "on" } };
const skipped: Draft = { kind: "tick", body: { ...PLUG_LINE, state: "not-done", why: "no access" } };
/** Readings that the check asks for, as they are where all is on rightly, or off by such a share. */
const readings = (off: number): Draft[] => {
  const steps = plugCheck(e27, ["element.1"], e27.spares).steps.filter((s) => !s.names);
  return steps.map(({ between, controls, right }) => ({
    kind: "plug-reading",
    body: {
      between: [...between],
      controls: { ...controls },
      ohms: right ? right.mean * (1 + (off > 0.2 ? off : 0)) : off > 0.2 ? 4 : null,
      of: steps.length,
    },
  }));
};

describe("nothing closes while the record says that something dangerous is likely still there", () => {
  test.each([
    ["a sound repair", e27, [SAFE, sound, ...RUN], "closes"],
    ["an element at 0.4 Ω to the cabinet", e27, [SAFE, low, ...RUN], "to-cabinet"],
    ["the same, renewed and not measured", e27, [SAFE, low, fitted("element"), ...RUN], "to-cabinet"],
    ["the same, measured away", e27, [SAFE, low, fitted("element"), sound, ...RUN], "closes"],
    ["a point to the cabinet, low with the wires on", e27, [SAFE, ohms(["H4", "CAB"], 12), ...RUN], "to-cabinet"],
    ["the earth wire, which reads low and should", e27, [SAFE, earth(e27), ...RUN], "closes"],
    ["an earth that is open", e27, [SAFE, earth(e27, null), ...RUN], "earth read"],
    ["bubbles", g14, [SAFE, saw("leak", "bubbles"), ...RUN], "leak bubbles"],
    ["bubbles, then tight", g14, [SAFE, saw("leak", "bubbles"), saw("leak", "tight"), ...RUN], "closes"],
    ["a smell of gas", g14, [saw("smell", "gas"), saw("smell", "none"), ...RUN], "leak smell, proof contradicted".split(",")[0]],
    ["a smell of gas, then tight", g14, [saw("smell", "gas"), saw("leak", "tight"), ...RUN], "closes"],
    ["a new valve", g14, [SAFE, fitted("gas-valve"), ...RUN], "leak joint"],
    ["a joint that somebody says was opened", g14, [{ kind: "gas-opened", body: {} } as Draft, ...RUN], "leak joint"],
    ["a leak test from before", g14, [saw("leak", "tight"), SAFE, fitted("gas-valve"), ...RUN], "leak joint"],
    ["heat that never switches off, in the proof", e27, [LIVE, proof({ cycles: "no" })], "runaway, proof failed"],
    ["a limit that does not open when warmed", e27, [SAFE, looked("high-limit", "bad"), ...RUN], "guard"],
    ["the same, though the heat cycles", e27, [SAFE, looked("high-limit", "bad"), LIVE, saw("cycles", "yes"), PROOF], "guard"],
    ["the same, renewed", e27, [SAFE, looked("high-limit", "bad"), fitted("high-limit"), ...RUN], "closes"],
    ["a trip", e27, [saw("trips", "yes"), ...RUN], "insulation tripped, insulation tripped, insulation tripped, earth tripped"],
    ["a trip, measured since", e27, [saw("trips", "yes"), SAFE, ...pins(e27, null), earth(e27), ...RUN], "closes"],
    [
      "a trip, measured before",
      e27,
      [SAFE, ...pins(e27, null), earth(e27), saw("trips", "yes"), ...RUN],
      "insulation tripped, insulation tripped, insulation tripped",
    ],
    ["a crossed outlet", e27, [saw("polarity", "crossed"), ...RUN], "polarity crossed"],
    ["a new cord", e27, [SAFE, fitted("cord"), ...RUN], "polarity worked-on"],
    ["a new cord, and the polarity", e27, [SAFE, fitted("cord"), saw("polarity", "right"), ...RUN], "closes"],
    ["a new door switch", e27, [SAFE, fitted("door-switch"), ...RUN], "door fitted"],
    ["a new door switch that stops it", e27, [SAFE, fitted("door-switch"), ...RUN, saw("door-stops", "yes")], "closes"],
    ["a door that does not", e27, [SAFE, fitted("door-switch"), ...RUN, saw("door-stops", "no")], "door runs-on, proof contradicted"],
    ["wires that were moved", e27, [SAFE, fitted("element"), LIVE, PROOF], "plug unread"],
    ["wires that were moved again after the check", e27, [SAFE, fitted("element"), PLUG_CHECKED, moved, LIVE, PROOF], "plug unread"],
    ["wires that were moved, left out with a reason", e27, [SAFE, fitted("element"), skipped, LIVE, PROOF], "closes"],
    ["wires that were moved, read right", e27, [SAFE, moved, ...readings(0.1), LIVE, PROOF], "closes"],
    ["wires that were moved, not all of it read", e27, [SAFE, moved, ...readings(0.1).slice(1), LIVE, PROOF], "plug unread"],
    ["wires that were moved, read wrong", e27, [SAFE, moved, ...readings(0.5), LIVE, PROOF], "plug not-right"],
    ["a condenser", c7, [...RUN], "insulation condenser, insulation condenser, earth condenser"],
    ["a condenser, measured", c7, [SAFE, ...pins(c7, null), earth(c7), ...RUN], "closes"],
  ] as [string, Machine, Draft[], string][])("%s", (_, machine, drafts, expected) => expect(closing(machine, drafts)).toBe(expected));
});

describe("a proof", () => {
  const CONTRADICTIONS: [Parameters<typeof saw>[0], string][] = [
    ["warm", "no"],
    ["trips", "yes"],
    ["flame", "no"],
    ["turns", "no"],
    ["cycles", "no"],
    ["airflow", "none"],
    ["keeps", "no"],
    ["stops", "yes"],
    ["starts", "no"],
  ];
  test.each(CONTRADICTIONS)("is contradicted by %s %s seen after it, and stands again after another run", (sight, value) => {
    expect(closing(g14, [...RUN, saw(sight, value)])).toContain("proof contradicted");
    expect(closing(g14, [saw(sight, value), ...RUN])).not.toContain("proof");
  });

  test("that was not seen proves nothing without why; with it the job closes with that named, or not at all", () => {
    expect(closing(e27, [LIVE, proof({ cycles: "unknown" })])).toBe("proof unseen");
    const told = [COMPLAINT, LIVE, proof({ cycles: "unknown", whyUnseen: "no time" })];
    const job = jobOf(e27, told);
    expect(job.blockers).toEqual([]);
    const silent = jobOf(e27, [...told, { kind: "closed", body: {} }]);
    expect([silent.closed, silent.record.at(-1)]).toMatchObject([
      false,
      { status: "refused", refusal: { blocker: { code: "reservations" } } },
    ]);
    const closed = jobOf(e27, [...told, closingDraft(job)]);
    expect([closed.closed, closed.reservations]).toEqual([true, "heat cycles not seen (no time)"]);
  });
});

test("a check that was not made is said so, stays open, and comes last", () => {
  const open = [COMPLAINT, SAFE, fitted("cut-off")];
  const checkNext = (drafts: Draft[]) => {
    const { step, prepares } = wayToClose(e27, jobOf(e27, drafts));
    const check = step.kind === "examine" ? step.check : prepares?.for === "check" ? prepares.check : undefined;
    return check ? checkId(check) : step.kind;
  };
  const first = checkNext(open);
  const given: Draft[] = [...open, { kind: "not-done", body: { check: first, why: "no heat gun" } }];
  expect(checkNext(given)).not.toBe(first);
  expect(jobOf(e27, given).blockers).toEqual(jobOf(e27, open).blockers);
});

describe("a proof of dead", () => {
  const at = (hours: number, by: string, draft: Draft, i: number) =>
    ({
      readable: true,
      entry: stamp("j", draft, { id: `e${i}`, at: new Date(Date.UTC(2026, 10, 24, 8) + hours * 3_600_000).toISOString(), by }),
    }) as const;
  const NAMED: Draft = { kind: "machine", body: { machine: { id: e27.id, revision: "x" } } };
  const after = (...made: [number, string, Draft][]) =>
    foldJob("j", [at(0, "Ida", NAMED, 0), ...made.map(([h, by, d], i) => at(h, by, d, i + 1))], () => e27).record.at(-1);
  const reading = across("element", 10.6);

  test.each([
    [
      "within the hours, by the same person",
      [
        [0, "Ida", SAFE],
        [11.9, "Ida", reading],
      ],
      undefined,
    ],
    [
      "after twelve hours",
      [
        [0, "Ida", SAFE],
        [12, "Ida", reading],
      ],
      { code: "not-dead", power: "unknown", lapsed: "hours" },
    ],
    [
      "by another person",
      [
        [0, "Ida", SAFE],
        [0.1, "Col", reading],
      ],
      { code: "not-dead", power: "unknown", lapsed: "person" },
    ],
    [
      "after power",
      [
        [0, "Ida", SAFE],
        [0.1, "Ida", LIVE],
        [0.2, "Ida", reading],
      ],
      { code: "not-dead", power: "live" },
    ],
    [
      "proven again",
      [
        [0, "Ida", SAFE],
        [0.1, "Col", SAFE],
        [0.2, "Col", reading],
      ],
      undefined,
    ],
  ] as [string, [number, string, Draft][], object | undefined][])("%s", (_, made, refusal) => {
    const line = after(...made);
    expect(line?.status === "refused" ? line.refusal : undefined).toEqual(refusal);
  });
});

test("powering a machine that may not be run is warned of as it is typed, and is kept all the same", () => {
  const context = (drafts: Draft[]) => ({ machine: e27, job: jobOf(e27, drafts) });
  const typed = (drafts: Draft[]) => understand("energised", context(drafts));
  expect(typed([SAFE, low])).toMatchObject({
    is: "entries",
    warns: "Do not power it: heating element to cabinet reads 0.4 Ω. If it's on, unplug it.",
  });
  expect(typed([saw("trips", "yes")])).toMatchObject({ is: "entries", warns: expect.stringContaining("it tripped; plug L1") });
  expect(typed([SAFE, sound])).not.toHaveProperty("warns");
});

test("closing is typed like anything else: refused with why, or with what nobody saw", () => {
  const typed = (drafts: Draft[]) => understand("close", { machine: e27, job: jobOf(e27, [COMPLAINT, ...drafts]) });
  expect(typed([SAFE, low, ...RUN])).toMatchObject({ is: "blocked", says: "Not closed: heating element to cabinet reads 0.4 Ω" });
  expect(typed(RUN)).toMatchObject({ is: "entries", says: "Job closed" });
  expect(typed([LIVE, proof({ airflow: "unknown", whyUnseen: "hood on the roof" })])).toMatchObject({
    is: "entries",
    says: "Job closed with exceptions: airflow at the hood not seen (hood on the roof)",
  });
});

/** Records of everything that could be dangerous, in any order. */
function anyDraft(machine: Machine): fc.Arbitrary<Draft> {
  const { supply, cabinet, parts } = machine;
  const places: [string, string][] = [
    ...[...supply.legs, supply.neutral].map((s): [string, string] => [s.pin, cabinet]),
    ...parts.filter((p) => p.kind === "element" || p.kind === "motor").map((p): [string, string] => [`${p.id}.1`, cabinet]),
  ];
  const assemblies = [...new Set(parts.map(assemblyIdOf))];
  const guards = parts.filter((p) => p.kind === "thermostat").map((p) => p.id);
  const sights = [
    "trips yes",
    "trips no",
    "cycles no",
    "cycles yes",
    "warm no",
    "turns no",
    "airflow weak",
    "airflow none",
    "airflow strong",
  ];
  const gas = machine.burner ? ["leak bubbles", "leak tight", "smell gas", "flame no"] : [];
  const own = ["door-stops no", "door-stops yes", "polarity crossed", "polarity right"];
  const discharged = parts.filter((p) => p.kind === "capacitor").map((p): Draft => ({ kind: "discharged", body: { part: p.id } }));
  return fc.oneof(
    {
      weight: 4,
      arbitrary: fc.constantFrom(
        SAFE,
        LIVE,
        PROOF,
        proof({ cycles: "no" }),
        proof({ warm: "unknown", whyUnseen: "left early" }),
        COMPLAINT,
        ...discharged,
      ),
    },
    { weight: 3, arbitrary: fc.tuple(fc.constantFrom(...places), fc.constantFrom(null, null, 0.4, 3e5)).map(([p, v]) => ohms(p, v)) },
    { weight: 1, arbitrary: fc.constant(earth(machine)) },
    {
      weight: 3,
      arbitrary: fc.constantFrom(...[...sights, ...gas, ...own].map((s) => saw(s.split(" ")[0] as never, s.split(" ")[1] ?? ""))),
    },
    {
      weight: 1,
      arbitrary: fc
        .constantFrom(...(guards.length > 0 ? guards : ["belt"]))
        .chain((g) => fc.constantFrom(looked(g, "bad"), looked(g, "good"))),
    },
    { weight: 1, arbitrary: fc.constantFrom(...assemblies).map((a) => fitted(a)) },
    { weight: 1, arbitrary: fc.constantFrom(...machine.panels).chain((p) => fc.constantFrom(panel(p.id, "off"), panel(p.id, "on"))) },
    ...(machine.burner ? [{ weight: 1, arbitrary: fc.constant<Draft>({ kind: "gas-opened", body: {} }) }] : []),
  );
}

/** The dangers on record, found in another way than the program does: from the entries that count, the last first. */
function dangersOnRecord(machine: Machine, job: Job): string[] {
  const told = job.record.flatMap((l) => (l.status === "counts" ? [l.entry as Draft] : []));
  const findings = told.flatMap((d): Finding[] => (d.kind === "finding" ? [d.body] : d.kind === "complaint" ? d.body.findings : []));
  const lastSight = (sight: string) => findings.findLast((f) => f.kind === "sight" && f.place.sight === sight)?.result;
  const is = (sight: string, value: string) => {
    const last = lastSight(sight);
    return last?.is === "answer" && last.value === value;
  };
  const indexOf = (test: (d: Draft) => boolean) => told.findLastIndex(test);
  const sightAt = (sight: string, value: string) =>
    indexOf((d) => d.kind === "finding" && d.body.kind === "sight" && d.body.place.sight === sight && d.body.result.value === value);
  const dangers: string[] = [];
  findings.forEach((f, i) => {
    if (f.kind !== "ohms" || !shouldBeOpen(machine, f) || isSoundToCabinet(f)) return;
    const later = findings.slice(i + 1).some((g) => g.kind === "ohms" && samePoints(g.place.between, f.place.between));
    if (!later) dangers.push(`${f.place.between.join("-")} low`);
  });
  if (is("leak", "bubbles")) dangers.push("bubbles");
  if (sightAt("smell", "gas") > sightAt("leak", "tight")) dangers.push("smell");
  const gas = indexOf(
    (d) =>
      d.kind === "gas-opened" ||
      (d.kind === "fitted" && ["gas-valve", "gas-supply"].includes(maybePartOf(machine, d.body.assembly)?.kind ?? "")),
  );
  if (gas > sightAt("leak", "tight")) dangers.push("joint");
  if (is("polarity", "crossed")) dangers.push("polarity");
  if (is("door-stops", "no")) dangers.push("door");
  const tripped = sightAt("trips", "yes");
  const measured = (pin: string) =>
    indexOf(
      (d) =>
        d.kind === "finding" &&
        d.body.kind === "ohms" &&
        samePoints(d.body.place.between, [pin, machine.cabinet]) &&
        isSoundToCabinet(d.body),
    );
  if (tripped >= 0 && [...machine.supply.legs, machine.supply.neutral].some((s) => measured(s.pin) < tripped)) dangers.push("trips");
  const proven = indexOf((d) => d.kind === "proof");
  for (const [sight, value] of [
    ["warm", "no"],
    ["turns", "no"],
    ["flame", "no"],
    ["cycles", "no"],
    ["airflow", "none"],
    ["trips", "yes"],
  ] as const)
    if (sightAt(sight, value) > proven) dangers.push(`${sight} ${value} since`);
  const last = told[proven];
  if (last?.kind === "proof" && last.body.cycles === "no") dangers.push("never off in the proof");
  const bad = parts(machine).filter((p) => {
    const look = indexOf((d) => d.kind === "finding" && d.body.kind === "look" && d.body.place.part === p.id);
    const entry = told[look];
    const isBad = entry?.kind === "finding" && entry.body.kind === "look" && entry.body.result.value === "bad";
    return isBad && indexOf((d) => d.kind === "fitted" && d.body.assembly === assemblyIdOf(p)) < look;
  });
  return [...dangers, ...bad.map((p) => `${p.id} bad`)];
}
const parts = (machine: Machine) => machine.parts.filter((p) => p.kind === "thermostat");

/** Gives what no step may do: reach into a machine that is not dead, run one that may not be run. */
function breaks(machine: Machine, job: Job, { step }: Proposal): string | undefined {
  const dead = job.safety.power === "dead";
  switch (step.kind) {
    case "panel":
      return dead ? undefined : "a panel of a machine that is not dead";
    case "fit":
      return dead || !step.replaces ? undefined : "a part into a machine that is not dead";
    case "examine": {
      const question = questionOfCheck(machine, step.check);
      const panelOf = (id: string) => maybePartOf(machine, id.split(".")[0] ?? "")?.panel ?? null;
      const inside = question.kind === "look" ? panelOf(question.place.part) !== null : question.kind === "ohms";
      return inside && !dead ? `${step.check.code} inside a machine that is not dead` : undefined;
    }
    case "energise":
    case "prove":
      return dangerOfRunning(machine, job) || job.panelsOff.length > 0 ? "runs what may not be run" : undefined;
    case "close":
      return job.blockers[0]?.code;
    default:
      return undefined;
  }
}

const RECORDS = Number(process.env.RECORDS ?? 150);
/** Entries that lead a record near its close, so that dangers are what is left. */
const SETTLED = (machine: Machine): Draft[] => [SAFE, ...pins(machine, null), earth(machine), LIVE, PROOF];

test.each(MACHINES.map((m) => [m.id, m] as const))(
  "%s: whatever was recorded, nothing closes with a danger on record, and no step of the way to close reaches into a live machine",
  { timeout: 600_000 },
  (_, machine) => {
    let closed = 0;
    const records = fc.tuple(fc.array(anyDraft(machine), { maxLength: 14 }), fc.boolean());
    fc.assert(
      fc.property(records, ([drafts, settle]) => {
        const told = [COMPLAINT, ...drafts, ...(settle ? SETTLED(machine) : [])];
        const job = jobOf(machine, told);
        expect(breaks(machine, job, wayToClose(machine, job))).toBeUndefined();
        const after = jobOf(machine, [...told, closingDraft(job)]);
        if (!after.closed) return;
        closed++;
        expect(dangersOnRecord(machine, after)).toEqual([]);
      }),
      { numRuns: RECORDS },
    );
    expect(closed).toBeGreaterThan(RECORDS / 100);
  },
);
