import { againstPlate, balanceOf, inputThrough } from "../../../model/burner/balance";
import { type Drill, MM_PER_INCH } from "../../../model/burner/drills";
import { FUELS, GASES, type Gas } from "../../../model/burner/gas";
import type { InThere } from "../../../model/burner/mismatch";
import type { Machine } from "../../../model/machine/format";
import type { RankedCourse } from "../../../reason/diagnosis/sequence";
import { hypothesisSays } from "../card/diagnosis";

export const btuSays = (btuPerH: number): string => `${Math.round(btuPerH).toLocaleString("en-US")} BTU/h`;
const mmSays = (inches: number): string => `${(inches * MM_PER_INCH).toFixed(2)} mm`;
export const drillSays = ({ number, inches }: Drill): string => `drill ${number}, ${mmSays(inches)}`;

const PLATE_SAYS = { under: "under", within: "within", over: "over" } as const;

/** Tells how an input stands against the plate: “✓ 2.2 % under the nameplate”. */
export function plateSays(input: number, plate: number): { readonly says: string; readonly is: "good" | "bad" } {
  const off = (input / plate - 1) * 100;
  const stands = againstPlate(input, plate);
  const by = `${Math.abs(off).toFixed(1)}% ${off < 0 ? "under" : "over"} the plate`;
  return stands === "within" ? { says: by, is: "good" } : { says: `${by}, ${PLATE_SAYS[stands]} its ±5%`, is: "bad" };
}

/** A pressure against what is usual for the fuel. In w.c. */
export function pressureSays(gas: Gas, where: "manifold" | "supply", inWc: number): { readonly says: string; readonly is: "good" | "bad" } {
  const [low, high] = FUELS[gas][where];
  const usual = `usual for ${FUELS[gas].name}: ${low} to ${high} in w.c., go by the nameplate`;
  if (inWc < low) return { says: `low; ${usual}`, is: "bad" };
  return inWc > high ? { says: `high; ${usual}`, is: "bad" } : { says: usual, is: "good" };
}

/** A gas fits when it would burn within so much of what is burnt. */
const FITS_WITHIN = 0.12;

/** Which gas an orifice, a pressure and an input speak for. Inches, in w.c., BTU/h. */
export function fuelsSay(inches: number, inWc: number, input: number, discharge: number): string {
  const each = GASES.map((gas) => ({ gas, would: inputThrough(balanceOf(gas, discharge), inches, inWc) }));
  const fits = each.filter(({ would }) => Math.abs(would / input - 1) <= FITS_WITHIN);
  const told = each.map(({ gas, would }) => `${FUELS[gas].name} would give ${btuSays(would)}`).join(", ");
  const [one] = fits;
  return fits.length === 1 && one ? `That is ${FUELS[one.gas].name}: ${told}.` : `Matches neither gas: ${told}. Measure again.`;
}

/** Gives what the hole that is probably in there means. */
export function inThereSays(gas: Gas, { drill, right, other, is }: InThere): { readonly says: string; readonly is: "good" | "bad" } {
  const there = `Orifice is about ${drillSays(drill)}`;
  const asked = `the nameplate calls for ${drillSays(right)} for ${FUELS[gas].name}`;
  const otherFuel = FUELS[gas === "natural" ? "propane" : "natural"].name;
  switch (is) {
    case "right":
      return { says: `${there}: matches the nameplate.`, is: "good" };
    case "for-other-fuel":
      return {
        says: `${there}: that is the orifice for ${otherFuel} (${drillSays(other)}); ${asked}. ⚠ STOP. Do not light it on this gas.`,
        is: "bad",
      };
    case "smaller":
      return { says: `${there}, smaller than rated: ${asked}. Lint or a spider web in it, or the wrong one.`, is: "bad" };
    case "larger":
      return { says: `${there}, larger than rated: ${asked}. Drilled out, or the wrong one: soot and a lifting flame.`, is: "bad" };
  }
}

/** The suspects of a course, in a few words. */
export function courseSays(machine: Machine, { course }: RankedCourse): string {
  if (course.members.some((m) => m.faults.length === 0)) return "normal burner";
  const named = [...new Set(course.members.map((m) => hypothesisSays(machine, m)))];
  return named.length <= MOST_NAMED
    ? named.join("; or ")
    : `${named.slice(0, MOST_NAMED).join("; or ")}; or ${named.length - MOST_NAMED} more`;
}

const MOST_NAMED = 3;
