// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { afterEach, describe, expect, test, vi } from "vitest";
import { FastenerForm } from "../../../src/islands/panes/hands/FastenerForm";
import { MeterForm } from "../../../src/islands/panes/meters/MeterForm";
import { NumberField } from "../../../src/ui/NumberField";
import { ReadingField } from "../../../src/ui/ReadingField";
import { WordsForm } from "../../../src/ui/WordsForm";

afterEach(cleanup);
const field = (name: string | RegExp) => screen.getByRole<HTMLInputElement>("textbox", { name });
const press = (name: string | RegExp) => userEvent.click(screen.getByRole("button", { name }));

describe("a few words", () => {
  const form = (over: Partial<Parameters<typeof WordsForm<"what" | "where">>[0]> = {}) => {
    const onKeep = vi.fn();
    render(
      <WordsForm fields={{ what: { label: "What" }, where: { label: "Where", optional: true } }} button="Save" onKeep={onKeep} {...over} />,
    );
    return onKeep;
  };

  test("are kept trimmed, once all that is wanted stands there, and the fields are empty again", async () => {
    const onKeep = form();
    expect(screen.getByRole("button", { name: "Save" })).toHaveProperty("disabled", true);
    await userEvent.type(field("What"), "   ");
    expect(screen.getByRole("button", { name: "Save" })).toHaveProperty("disabled", true);
    await userEvent.type(field("What"), "front and cup  {Enter}");
    expect(onKeep).toHaveBeenCalledExactlyOnceWith({ what: "front and cup", where: "" });
    expect(field("What").value).toBe("");
  });

  test("that are wrong are said to be, and stay", async () => {
    const onKeep = form({ amiss: ({ what }) => (what === "x" ? "“x” is no part" : undefined) });
    await userEvent.type(field("What"), "x{Enter}");
    expect(screen.getByRole("alert").textContent).toBe("“x” is no part");
    expect(field("What").getAttribute("aria-invalid")).toBe("true");
    expect([field("What").value, onKeep.mock.calls]).toEqual(["x", []]);
    await userEvent.type(field("What"), "y{Enter}");
    expect(onKeep).toHaveBeenCalledOnce();
    expect(screen.queryByRole("alert")).toBeNull();
  });
});

describe("a number with its unit", () => {
  const RANGE = { unit: "in.", least: 1, most: 12, what: "the duct’s diameter" };

  test("that can’t be is refused with why, stays as typed, and is not handed on", async () => {
    const onChange = vi.fn();
    render(<NumberField label="Diameter" range={RANGE as never} value={4} onChange={onChange} />);
    await userEvent.clear(field("Diameter"));
    expect(onChange).toHaveBeenLastCalledWith(undefined);
    await userEvent.type(field("Diameter"), "40");
    expect(screen.getByRole("alert").textContent).toMatch(/40/);
    expect(field("Diameter").value).toBe("40");
    expect(onChange.mock.calls.flat()).not.toContain(40);
  });

  test("may have a comma for a point", async () => {
    const onChange = vi.fn();
    render(<NumberField label="Diameter" range={RANGE as never} value={undefined} onChange={onChange} />);
    await userEvent.type(field("Diameter"), "4,5");
    expect(onChange).toHaveBeenLastCalledWith(4.5);
  });
});

describe("a reading", () => {
  const reading = (unit: "ohm" | "farad" | "volt") => {
    const onKeep = vi.fn();
    render(<ReadingField label="Element" unit={unit} onKeep={onKeep} />);
    return onKeep;
  };

  test.each([
    ["ohm", "11.2k", 11_200],
    ["ohm", "OL", Infinity],
    ["volt", "238", 238],
    ["farad", "45", 45e-6],
    ["farad", "45 µF", 45e-6],
  ] as const)("in %s: “%s” is %s", async (unit, text, value) => {
    const onKeep = reading(unit);
    await userEvent.type(field(/^Element/), `${text}{Enter}`);
    expect(onKeep).toHaveBeenCalledOnce();
    expect(onKeep.mock.lastCall?.[0]).toBeCloseTo(value, 9);
  });

  test("OL takes one touch where it can be read, and is not offered for volts", async () => {
    const onKeep = reading("ohm");
    await press("OL");
    expect(onKeep).toHaveBeenCalledExactlyOnceWith(Infinity);
    cleanup();
    reading("volt");
    expect(screen.queryByRole("button", { name: "OL" })).toBeNull();
  });

  test.each([
    ["238 V", /is in V; expected Ω/],
    ["1,350", /can be read two ways/],
    ["-3", /below zero/],
  ])("“%s” where ohms belong is refused with what to do, and stays", async (text, why) => {
    const onKeep = reading("ohm");
    await userEvent.type(field(/^Element/), `${text}{Enter}`);
    expect(screen.getByRole("alert").textContent).toMatch(why);
    expect([field(/^Element/).value, onKeep.mock.calls]).toEqual([text, []]);
    await userEvent.type(field(/^Element/), "0");
    expect(screen.queryByRole("alert"), "it is typed anew").toBeNull();
  });
});

describe("fasteners that came out otherwise than the file says", () => {
  test("are counted by touch, never below one, and go to the cup with their head and length", async () => {
    const onKeep = vi.fn();
    render(
      <FastenerForm title="Top" begin={[{ is: "screw", count: 2, head: "hex 8" }] as never} onKeep={onKeep} onLeave={() => undefined} />,
    );
    await press("One screw less");
    expect(screen.getByRole("button", { name: "One screw less" })).toHaveProperty("disabled", true);
    await press("One screw more");
    await press("One screw more");
    await userEvent.type(field("Length, mm"), "16");
    await press("Save to cup");
    expect(onKeep.mock.lastCall?.[0]).toMatchObject([{ is: "screw", count: 3, head: "hex 8", lengthMm: 16 }]);
  });

  test("with a length that is none: said, and nothing is lost", async () => {
    const onKeep = vi.fn();
    render(
      <FastenerForm title="Top" begin={[{ is: "screw", count: 2, head: "hex 8" }] as never} onKeep={onKeep} onLeave={() => undefined} />,
    );
    await userEvent.type(field("Length, mm"), "long");
    await press("Save to cup");
    expect(screen.getByRole("alert").textContent).toMatch(/long/);
    expect([field("Length, mm").value, onKeep.mock.calls]).toEqual(["long", []]);
  });
});

test("a meter whose range has no last digit is refused by the range’s own number; another range may be added and taken away", async () => {
  const onKeep = vi.fn();
  const meter = { name: "Own", ranges: [{ unit: "ohm", upTo: 600, digitSize: 0.1, percentOfReading: 0.8, digits: 3 }] };
  render(<MeterForm meter={meter as never} onKeep={onKeep} onLeave={() => undefined} />);
  await press("Another range");
  await userEvent.type(field("Range 2, up to"), "6000");
  await press("Save meter");
  expect(onKeep).not.toHaveBeenCalled();
  expect(screen.getAllByRole("alert").map((a) => a.textContent)).toEqual(expect.arrayContaining([expect.stringMatching(/^Range 2: /)]));
  await press("Remove range 2");
  await press("Save meter");
  expect(onKeep.mock.lastCall?.[0]).toMatchObject({ name: "Own", ranges: [{ upTo: 600 }] });
});
