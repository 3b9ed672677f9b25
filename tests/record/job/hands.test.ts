import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { judgePlug, plugCheck } from "../../../src/core/model/access/plug/check";
import { item } from "../../../src/core/model/array/at";
import { afterChecks, handChecks } from "../../../src/core/record/job/closing/by-hand";
import { draftBack } from "../../../src/core/record/job/closing/draft-back";
import { wayOut } from "../../../src/core/record/job/hands/came-off";
import { candidates, trayCount, trayOf } from "../../../src/core/record/job/hands/tray";
import type { Draft } from "../../../src/core/record/job/kinds/index";
import { plugFindings, plugOutcomes } from "../../../src/core/speech/words/bench/plug";
import { fitted, jobOf, LIVE, ohms, panel, SAFE, shipped } from "../../job-of";

const e27 = shipped("orrinshaw-e27");
const own = (state: "off" | "on" | "stays", why?: string): Draft => ({
  kind: "own-step",
  body: { name: "rubber bumper", state, ...(why && { why }), ...(state === "off" && { note: "lip to the wall" }) },
});
const lead = (at: string, state: "off" | "on", more: Record<string, string> = {}): Draft =>
  ({ kind: "lead", body: { at, state, ...more } }) as Draft;
const count = (of: string, n: number, head: string): Draft => ({
  kind: "cup",
  body: { of, fasteners: [{ is: "screw", count: n, head, stays: false }] },
});
const status = (job: ReturnType<typeof jobOf>) => job.record.at(-1)?.status;

describe("the way out", () => {
  const inside: (string | Draft)[] = [SAFE, panel("top", "off"), own("off"), panel("front", "off"), lead("cycling-thermostat.1", "off")];

  test("is the reverse of what was really done, and shorter by each thing that goes back", () => {
    const job = jobOf(e27, inside);
    expect(wayOut(job.cameOff).map((c) => c.id)).toEqual(["cycling-thermostat.1", "front", "rubber bumper", "top"]);
    const done: (string | Draft)[] = [...inside];
    for (const thing of wayOut(job.cameOff)) done.push(draftBack(thing));
    const back = jobOf(e27, done);
    expect(back.cameOff).toEqual([]);
    expect(back.panelsOff).toEqual([]);
    expect(back.record.every((l) => l.status === "counts")).toBe(true);
  });

  test("lets a thing be skipped with a reason, never forgotten", () => {
    const codes = (lines: (string | Draft)[]) => jobOf(e27, lines).blockers.map((b) => b.code);
    const shut: (string | Draft)[] = [SAFE, own("off")];
    expect(codes(shut)).toContain("own-off");
    expect(codes([...shut, own("stays", "perished, a new one is ordered")])).not.toContain("own-off");
    expect(status(jobOf(e27, [SAFE, own("on")]))).toBe("refused");
  });

  test("all panels back leaves what is no panel where it is", () => {
    const job = jobOf(e27, [...inside, panel("all", "on")]);
    expect(job.cameOff.map((c) => c.is)).toEqual(["own", "lead"]);
  });
});

describe("wires", () => {
  test("a burnt end keeps the job open until it is renewed; one that is off, until it is on", () => {
    const lines: (string | Draft)[] = [SAFE, lead("element.1", "off", { condition: "burnt" })];
    const leads = (more: Draft[]) =>
      jobOf(e27, [...lines, ...more])
        .blockers.filter((b) => b.code === "lead")
        .map((b) => ("because" in b ? b.because : ""));
    expect(leads([])).toEqual(["off"]);
    expect(leads([lead("element.1", "on")])).toEqual(["burnt"]);
    expect(leads([lead("element.1", "on", { mended: "crimped" })])).toEqual(["crimped"]);
    expect(leads([lead("element.1", "on", { mended: "replaced" })])).toEqual([]);
    expect(status(jobOf(e27, [SAFE, lead("element.9", "off")]))).toBe("refused");
  });

  test("whatever is touched makes what was read at the plug stale; a reading there counts however it was entered", () => {
    const read: Draft = { kind: "plug-reading", body: { between: ["PL1", "PN"], controls: { heat: "low" }, ohms: 1900 } };
    const touched: (string | Draft)[] = [SAFE, lead("element.1", "off"), lead("element.1", "on")];
    expect(jobOf(e27, [...touched, read]).plugReads).toHaveLength(1);
    expect(jobOf(e27, [...touched, read, lead("element.2", "off")]).plugReads).toEqual([]);
    expect(jobOf(e27, [...touched, ohms(["PL1", "PN"], 2900)]).plugReads.map((r) => r.ohms)).toEqual([2900]);
    expect(jobOf(e27, [SAFE, ohms(["PL1", "PN"], 2900)]).plugReads).toEqual([]);
    expect(status(jobOf(e27, [...touched, LIVE, read]))).toBe("refused");
    expect(jobOf(e27, [SAFE, fitted("element")]).touched).toEqual(["element.1", "element.2"]);
  });

  test("a way through the machine is read with the wires that are off", () => {
    const job = jobOf(e27, [SAFE, lead("element.1", "off"), "PL1 to H2 OL"]);
    const last = job.evidence.at(-1)?.finding;
    expect(last?.circumstances.wiring).toEqual([{ edit: "off", at: "element.1" }]);
  });
});

describe("cups", () => {
  const open: (string | Draft)[] = [
    SAFE,
    panel("top", "off"),
    count("top", 2, "cross 2"),
    panel("front", "off"),
    count("front", 5, "hex 8"),
  ];

  test("stand in the order of removal, are the file’s until somebody counts, and empty on the way back", () => {
    const uncounted = trayOf(e27, jobOf(e27, [SAFE, panel("rear", "off")]));
    expect(uncounted.map((c) => [c.of, c.counted, c.fasteners[0]?.count])).toEqual([["rear", false, 9]]);
    const tray = trayOf(e27, jobOf(e27, open));
    expect(tray.map((c) => [c.of, c.counted])).toEqual([
      ["top", true],
      ["front", true],
    ]);
    expect(trayCount(tray)).toEqual({ left: 7, all: 7 });
    expect(trayCount(trayOf(e27, jobOf(e27, [...open, panel("front", "on")])))).toEqual({ left: 2, all: 7 });
  });

  test("one over or short names the cups it may belong to, and is told before the job closes", () => {
    const lines: (string | Draft)[] = [...open, panel("console", "off"), count("console", 4, "cross 2")];
    expect(candidates(trayOf(e27, jobOf(e27, lines)), "console")).toEqual(["top"]);
    expect(candidates(trayOf(e27, jobOf(e27, lines)), "front")).toEqual([]);
    const recount = (why?: string): Draft => ({ kind: "recount", body: { of: "console", over: 1, short: 0, ...(why && { why }) } });
    const counts = (d: Draft) => jobOf(e27, [...lines, d]).blockers.filter((b) => b.code === "count").length;
    expect([counts(recount()), counts(recount("the top’s"))]).toEqual([1, 0]);
  });
});

describe("by hand", () => {
  test("what the file says of each panel that was off, wires where they were touched, and nothing where nothing was", () => {
    expect(handChecks(e27, jobOf(e27, [SAFE]))).toEqual([]);
    const job = jobOf(e27, [SAFE, panel("top", "off"), panel("top", "on"), lead("element.1", "off")]);
    expect(handChecks(e27, job).map((c) => c.id)).toEqual(["top.0", "top.1", "wires", "inside"]);
  });

  test("an exchange’s own checks come afterwards, those of what was fitted only", () => {
    expect(afterChecks(e27, jobOf(e27, [SAFE, fitted("door-switch")])).map((c) => c.says)).toEqual([
      "Afterward the open door must stop the machine.",
    ]);
    expect(afterChecks(e27, jobOf(e27, [SAFE]))).toEqual([]);
  });

  test("a line that was not done wants a reason", () => {
    const tick = (more: object): Draft =>
      ({ kind: "tick", body: { list: "by-hand", item: "inside", says: "Nothing left inside.", ...more } }) as Draft;
    const job = jobOf(e27, [SAFE, tick({ state: "done" }), tick({ state: "not-done", why: "dark" })]);
    expect(job.ticks).toEqual([{ list: "by-hand", item: "inside", says: "Nothing left inside.", state: "not-done", why: "dark" }]);
    expect(jobOf(e27, [SAFE, tick({ state: "done" }), tick({ state: "open" })]).ticks).toEqual([]);
  });
});

test("the words of a plug check", () => {
  const touched = ["cycling-thermostat.1", "cycling-thermostat.2", "bias-heater.1", "bias-heater.2"];
  const check = plugCheck(e27, touched, e27.spares);
  const said = check.steps.map((s) =>
    plugOutcomes(e27, check, s)
      .map((o) => `${o.reads}: ${o.means}`)
      .join("\n"),
  );
  const swapped = check.seen.findIndex((m) => m.id === "swap cycling-thermostat.1 bias-heater.1");
  const verdict = judgePlug(
    e27,
    touched,
    check.steps.map((s) => ({ between: s.between, controls: s.controls, ohms: item(s.under, swapped)?.mean ?? null })),
    e27.spares,
  );
  expect([...said, plugFindings(e27, verdict).title].join("\n\n")).toMatchInlineSnapshot(`
    "1.58 to 2.24 kΩ: wired right, or a mistake this can't show
    2.40 to 3.40 kΩ: BN B1 off; or WH TBN off; or 2 more
    under 0.5 Ω: GY H2 and WH TBN swapped

    OL: wired right, or a mistake this can't show
    under 0.5 Ω: PK H1 pinched; or GY H2 pinched
    7.02 to 9.98 kΩ: BN B1 pinched
    2.40 to 3.40 kΩ: WH TBN pinched

    2.40 to 3.40 kΩ: wired right, or a mistake this can't show
    1.58 to 2.24 kΩ: PK H1 and BN B1 swapped
    under 0.5 Ω: GY H2 and WH TBN swapped

    Most likely: pink PK of the cycling thermostat, H1 and brown BN of the bias heater, B1 are swapped"
  `);
});

test("whatever was done in whatever order, the way out puts all of it back, and nothing is off twice", () => {
  const panels = ["top", "front", "bulkhead", "belt", "drum", "rear", "console"];
  const ends = ["element.1", "element.2", "cycling-thermostat.1", "motor.3"];
  const act = fc.oneof(
    fc.tuple(fc.constantFrom(...panels), fc.constantFrom("off" as const, "on" as const)).map(([p, s]) => panel(p, s)),
    fc.tuple(fc.constantFrom(...ends), fc.constantFrom("off" as const, "on" as const)).map(([at, s]) => lead(at, s)),
    fc
      .tuple(fc.constantFrom("bumper", "cable tie"), fc.constantFrom("off" as const, "on" as const))
      .map(([name, state]): Draft => ({ kind: "own-step", body: { name, state } })),
    fc.constantFrom("off" as const, "on" as const).map((state): Draft => ({ kind: "wire", body: { of: "motor", state } })),
  );
  fc.assert(
    fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
      const job = jobOf(e27, [SAFE, ...acts]);
      const names = job.cameOff.map((c) => `${c.is} ${c.id}`);
      expect(new Set(names).size).toBe(names.length);
      expect([...job.panelsOff].sort()).toEqual(job.cameOff.flatMap((c) => (c.is === "panel" ? [c.id] : [])).sort());
      expect(job.drumOut).toBe(job.panelsOff.includes("drum"));
      const back = jobOf(e27, [SAFE, ...acts, ...wayOut(job.cameOff).map(draftBack)]);
      expect([back.cameOff, back.panelsOff, back.wiresOff, back.leads.filter((l) => l.off)]).toEqual([[], [], [], []]);
      expect(back.blockers.some((b) => b.code === "own-off" || b.code === "lead" || b.code === "panel")).toBe(false);
    }),
    { numRuns: 120 },
  );
});
