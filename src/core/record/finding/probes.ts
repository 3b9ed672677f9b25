import { z } from "zod";
import { isWallPoint, type Machine, maybePartOf } from "../../model/machine/format";
import { readTerminal } from "../../model/machine/wiring";
import { ref } from "./definition";

/** Two places of a meter's probes: nets by name, or a part's terminals as `element.1`. */
export const betweenSchema = z
  .strictObject({ between: z.tuple([ref, ref]).describe("The two points, in the order of the probes.") })
  .superRefine(({ between }, context) => {
    if (between[0] === between[1]) context.addIssue({ code: "custom", path: ["between"], message: "names the same point twice" });
  });

/** The first of these points that the machine does not have. */
export const unknownPoint = (machine: Machine, points: readonly string[]): string | undefined =>
  points.find((point) => {
    const at = readTerminal(point);
    if (at) return at.number < 1 || at.number > (maybePartOf(machine, at.part)?.nets.length ?? 0);
    return (
      !isWallPoint(machine, point) &&
      point !== machine.cabinet &&
      !machine.testPoints.some((t) => t.net === point) &&
      !machine.parts.some((p) => p.nets.includes(point))
    );
  });

/** True where two places are the same, whichever probe is where. */
export const samePoints = ([a, b]: readonly string[], [c, d]: readonly string[]): boolean => (a === c && b === d) || (a === d && b === c);
