// @vitest-environment jsdom
import { screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { isOpenCheck } from "../../../src/core/record/job/blocker";
import { Airway } from "../../../src/islands/benches/air/Airway";
import { Began } from "../../../src/islands/benches/intake/Began";
import { ReadingsTable } from "../../../src/islands/benches/meter/ReadingsTable";
import { ProofForm } from "../../../src/islands/benches/prove/ProofForm";
import { DoubtButtons } from "../../../src/islands/frame/next/DoubtButtons";
import { Record } from "../../../src/islands/frame/record/Record";
import { JointsPane } from "../../../src/islands/panes/burner/JointsPane";
import { ThreeSteps } from "../../../src/islands/panes/energy/ThreeSteps";
import { CheckButtons } from "../../../src/islands/panes/questions/CheckButtons";
import { QuestionButtons } from "../../../src/islands/panes/questions/QuestionButtons";
import { across, jobOf, LIVE, SAFE, shipped } from "../../job-of";
import { onJob } from "./on-job";

const button = (name: string | RegExp) => screen.getByRole("button", { name });
const names = () => screen.getAllByRole("button").map((b) => b.textContent);

describe("proving dead in three steps", () => {
  test("only the three together, in their order, prove it; no step is there before its turn", async () => {
    const { user, get, recorded } = onJob(<ThreeSteps />, { bench: "safe" });
    expect(names()).toEqual(["Meter reads the source", "Meter reads nothing"]);
    await user.selectOptions(screen.getByRole("combobox", { name: "Known source" }), screen.getAllByRole("option")[1] as HTMLElement);
    await user.click(button("Meter reads the source"));
    expect(names()).toEqual(["0 V on every pair", "Voltage found"]);
    await user.click(button("0 V on every pair"));
    expect(get().job.safety.power).not.toBe("dead");
    await user.click(button("Still reads the source"));
    expect(get().job.safety.power).toBe("dead");
    expect(recorded()).toHaveLength(1);
  });

  test("a meter that shows nothing on the source proves nothing: nothing is recorded, and it begins again", async () => {
    const { user, recorded } = onJob(<ThreeSteps />);
    await user.click(button("Meter reads nothing"));
    expect(screen.getByRole("alert").textContent).toMatch(/proves nothing/);
    expect(names()).toEqual(["Meter reads the source", "Meter reads nothing"]);
    expect(recorded()).toEqual([]);
  });

  test("volts on the machine make it live on record; a meter that failed afterwards takes the whole proof back", async () => {
    const { user, get } = onJob(<ThreeSteps />);
    await user.click(button("Meter reads the source"));
    await user.click(button("Voltage found"));
    expect(get().job.safety.power).toBe("live");
    expect(screen.getByRole("alert").textContent).toMatch(/LIVE\. Hands off/);
    await user.click(button("Meter reads the source"));
    await user.click(button("0 V on every pair"));
    await user.click(button("Reads nothing now"));
    expect(get().job.safety.power).toBe("live");
    expect(screen.getByRole("alert").textContent).toMatch(/NOT PROVED DEAD/);
  });
});

describe("the test run", () => {
  const pick = (row: string | RegExp, answer: string) =>
    within(screen.getByRole("group", { name: row })).getByRole("radio", { name: answer });

  test("has no answer chosen, and asks for each that is missing", async () => {
    const { user, recorded } = onJob(<ProofForm />, { lines: [SAFE, LIVE], bench: "prove" });
    expect(screen.getAllByRole<HTMLInputElement>("radio").filter((r) => r.checked)).toEqual([]);
    await user.click(button("Go to the test run"));
    const alerts = await screen.findAllByRole("alert");
    expect(alerts.map((a) => a.textContent)).toEqual(screen.getAllByRole("group").map(() => "Pick one. “Not seen” if no one looked."));
    expect(recorded()).toEqual([]);
  });

  test("with something not seen wants to know why, and keeps the reason", async () => {
    const { user, get } = onJob(<ProofForm />, { lines: [SAFE, LIVE], bench: "prove" });
    for (const group of screen.getAllByRole("group")) {
      const [first] = within(group).getAllByRole("radio");
      await user.click(first as HTMLElement);
    }
    const [last] = screen.getAllByRole("group").slice(-1);
    await user.click(within(last as HTMLElement).getByRole("radio", { name: "not seen" }));
    await user.click(button("Go to the test run"));
    expect((await screen.findByRole("alert")).textContent).toBe("Say why.");
    expect(get().job.proof).toBeUndefined();
    await user.type(screen.getByRole("textbox"), "no ladder");
    await user.click(button("Go to the test run"));
    await expect.poll(() => get().job.proof).toMatchObject({ whyUnseen: "no ladder" });
  });

  test("of this machine names its own rows", () => {
    onJob(<ProofForm />, { machine: shipped("kelvane-c7"), lines: [SAFE, LIVE] });
    expect(screen.queryByRole("group", { name: /hood/i })).toBeNull();
    expect(pick(/start/i, "starts")).toBeDefined();
  });
});

describe("joints of the gas", () => {
  const g14 = { machine: shipped("kelvane-g14"), bench: "fit" as const };

  test("one that was opened stays due until it is tight, and due again when it leaks", async () => {
    const { user, get } = onJob(<JointsPane />, g14);
    const due = () => get().job.blockers.filter((b) => b.code === "leak").length;
    expect(due()).toBe(0);
    await user.click(button("Opened: union at the valve"));
    expect(due()).toBe(1);
    expect(screen.queryByRole("button", { name: "Opened: union at the valve" })).toBeNull();
    await user.selectOptions(screen.getByRole("combobox", { name: "How union at the valve is tested" }), "pressure");
    await user.click(button("union at the valve: tight"));
    expect(due()).toBe(0);
    await user.click(button("union at the valve: leaks"));
    expect(due()).toBe(1);
  });

  test("another one is named in words of one’s own", async () => {
    const { user, recorded } = onJob(<JointsPane />, g14);
    await user.type(screen.getByRole("textbox", { name: "Another opened joint" }), "flare nut behind the hose{Enter}");
    expect(recorded().join()).toContain("flare nut behind the hose");
    expect(button("flare nut behind the hose: tight")).toBeDefined();
  });
});

describe("answers to a question", () => {
  const belt = { kind: "sight", place: { sight: "turns" }, circumstances: {} } as const;

  test("are buttons all alike, with “can’t tell”; a touch is on record", async () => {
    const { user, recorded } = onJob(<QuestionButtons question={belt} />);
    expect(names()?.at(-1)).toBe("Can't tell");
    await user.click(button("Drum turns"));
    expect(recorded()).toEqual(["Drum turns"]);
  });

  test("of a check can’t be left untold: it is made, or it is said why not; the reason outlives a look elsewhere", async () => {
    const lines = [SAFE, "rear off", across("cut-off", null), "fitted cutoff"];
    const [check] = jobOf(shipped("orrinshaw-e27"), lines).blockers.filter(isOpenCheck);
    if (!check) throw new Error("a cut-off that blew has a cause");
    const { user, recorded } = onJob(<CheckButtons check={check} />, { lines });
    expect(names()).not.toContain("Can't tell");
    await user.click(button("Not done"));
    expect(button("Record")).toHaveProperty("disabled", true);
    await user.type(screen.getByRole("textbox", { name: "Why not?" }), "meter's battery");
    await user.click(button("Back"));
    await user.click(button("Not done"));
    expect(screen.getByRole<HTMLInputElement>("textbox", { name: "Why not?" }).value).toBe("meter's battery");
    await user.click(button("Record"));
    expect(recorded().join()).toMatch(/meter's battery/);
  });
});

test("where nothing on the sheet explains it: all good is one touch, what is bad is named, and once looked through it may be handed over", async () => {
  const step = { kind: "doubt", look: ["sheet", "drag"], again: false } as const;
  const { user, recorded, unmount, get } = onJob(<DoubtButtons step={step} />);
  await user.click(button("Checked all, nothing found"));
  expect(recorded()).toHaveLength(2);
  unmount();
  const after = onJob(<DoubtButtons step={{ ...step, again: true }} />, { lines: [] });
  await after.user.click(button("Stop here: hand over, not repaired"));
  expect(after.get().view.bench).toBe("hand");
  expect(get().view.bench).toBe("meter");
});

test("the way of the air: what was found is pressed, and only a bad place can be marked cleaned, apart from what was found", async () => {
  const { user, recorded } = onJob(<Airway />, { bench: "air" });
  const hood = screen.getAllByRole("listitem").find((li) => /hood/i.test(li.textContent ?? "")) as HTMLElement;
  expect(within(hood).queryByRole("button", { name: /mark cleaned/ })).toBeNull();
  await user.type(within(hood).getByRole("spinbutton", { name: "Louvers open" }), "1");
  await user.type(within(hood).getByRole("spinbutton", { name: "Louvers in all" }), "3");
  const answers = within(hood).getAllByRole("button");
  await user.click(answers.at(-1) as HTMLElement);
  expect(recorded()[0]).toMatch(/1 of 3/);
  await user.click(within(hood).getByRole("button", { name: /mark cleaned/ }));
  expect(within(hood).getByText("✓ cleaned")).toBeDefined();
  expect(within(hood).queryByRole("button", { name: /mark cleaned/ })).toBeNull();
  expect(
    within(hood)
      .getAllByRole("button")
      .filter((b) => b.getAttribute("aria-pressed") === "true"),
  ).toHaveLength(1);
});

test("how it began: a touch puts it on record, another takes it back; words of one’s own are kept as said", async () => {
  const { user, get } = onJob(<Began />, { bench: "intake" });
  const started = screen.getByRole("region", { name: "How it started" });
  await user.click(within(started).getByRole("button", { name: "suddenly" }));
  expect(within(started).getByRole("button", { name: "suddenly" }).getAttribute("aria-pressed")).toBe("true");
  await user.click(within(started).getByRole("button", { name: "suddenly" }));
  expect(get().job.notes).toEqual([]);
  await user.type(within(started).getByRole("textbox", { name: "Since when?" }), "since Easter{Enter}");
  expect(within(started).getByText("“since Easter”")).toBeDefined();
  expect(get().job.notes).toMatchObject([{ words: "since Easter", about: "onset", by: "customer" }]);
});

describe("the table of readings", () => {
  const lines = [SAFE, "rear off", across("element", null), across("cut-off", 0.2), across("high-limit", 0.3)];

  test("is filtered by any word and sorted by its columns", async () => {
    const { user } = onJob(<ReadingsTable />, { lines });
    const rows = () => screen.getAllByRole("row").slice(1);
    expect(rows()).toHaveLength(3);
    await user.type(screen.getByRole("textbox"), "cut-off");
    expect(rows().map((r) => within(r).getAllByRole("cell")[2]?.textContent)).toEqual([expect.stringMatching(/cut-off/i)]);
    await user.clear(screen.getByRole("textbox"));
    await user.type(screen.getByRole("textbox"), "moon");
    expect(screen.getByText("None of 3 readings has “moon” in it.")).toBeDefined();
    await user.clear(screen.getByRole("textbox"));
    const ohms = () => rows().map((r) => within(r).getAllByRole("cell")[3]?.textContent);
    await user.click(screen.getByRole("button", { name: /^Reading/ }));
    expect([ohms()[0], ohms()[2]].sort()).toEqual(["0.2 Ω", "OL"]);
  });
});

test("an entry of the record is voided by a touch, struck through, and restored by another", async () => {
  const { user, get } = onJob(<Record />, { lines: ["turns, no heat", SAFE] });
  expect(get().job.safety.power).toBe("dead");
  await user.click(screen.getAllByRole("button", { name: /^Void entry: / })[0] as HTMLElement);
  expect(get().job.safety.power).not.toBe("dead");
  const restore = await screen.findByRole("button", { name: "Restore entry" });
  await user.click(restore);
  expect(get().job.safety.power).toBe("dead");
  expect(screen.queryByRole("button", { name: "Restore entry" })).toBeNull();
});
