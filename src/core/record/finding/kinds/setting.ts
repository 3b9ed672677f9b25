import { z } from "zod";
import { NOT_TO_BE_HAD } from "../../../model/prediction/prediction";
import { answerSchema, anyPower, defineFinding, findingFields, noSigma, touchesNothing } from "../definition";

/** Holds what a panel can be set to besides the machine's own controls. */
export const PANEL_SETTINGS = { lock: "panel lock", delay: "delayed start" } as const;

const schema = findingFields(
  "setting",
  "How a control stands: as it was found, or as it was set.",
  z.strictObject({
    control: z.string().max(40).describe("The control; or lock, delay."),
    now: z.literal(true).optional().describe("Set so just now; left out: found so."),
  }),
  answerSchema,
);

/** Chance that a dial is misread (est.). */
const SLIP = 0.03;

/** Found on a position without heat, it speaks for a wrong setting; what was set just now tells nothing of what was before. */
export const setting = defineFinding({
  kind: "setting",
  schema,
  unknownName: ({ place }, machine) =>
    place.control in PANEL_SETTINGS || machine.controls.some((c) => c.id === place.control) ? undefined : place.control,
  power: anyPower,
  touches: touchesNothing,
  asks: ({ place }, machine) => {
    const positions = machine.controls.find((c) => c.id === place.control)?.positions.map((p) => p.id);
    return { answers: positions ?? ["on", "off"] };
  },
  predict: ({ place }, list, { machine }) => {
    const part = machine.parts.find((p) => p.kind === "setting" && p.control === place.control);
    const positions = machine.controls.find((c) => c.id === place.control)?.positions.map((p) => p.id) ?? [];
    if (!part || place.now) return list.map(() => NOT_TO_BE_HAD);
    const isWrong = (position: string) => part.faults.some((f) => f.at === position);
    return list.map((faults) => {
      const wrong = faults.some((f) => f.part === part.id);
      const alike = (position: string) => positions.filter((p) => isWrong(p) === isWrong(position)).length;
      const share = (position: string) => (isWrong(position) === wrong ? 1 - SLIP : SLIP) / alike(position);
      return { is: "answer", shares: Object.fromEntries(positions.map((p) => [p, share(p)])) };
    });
  },
  likelihood: ({ result }, prediction) => (prediction.is === "answer" ? (prediction.shares[result.value] ?? 1) : 1),
  sigma: noSigma,
  says: ({ place, result }, machine) => {
    const stands = place.now ? "set to" : "found at";
    if (place.control === "lock" || place.control === "delay") return `The ${PANEL_SETTINGS[place.control]} ${stands} ${result.value}`;
    const control = machine.controls.find((c) => c.id === place.control);
    const position = control?.positions.find((p) => p.id === result.value)?.name ?? result.value;
    return `${control?.name ?? place.control} ${stands} ${position}`;
  },
});
