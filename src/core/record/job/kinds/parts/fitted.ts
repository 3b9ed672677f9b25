import { z } from "zod";
import { isAssembly, partsOfAssembly } from "../../../../model/machine/assembly";
import { type Machine, maybePartOf } from "../../../../model/machine/format";
import { assemblyName, fittedSays } from "../../../../model/naming/names";
import { upcaster } from "../../../journal/upcast";
import { disturbsGas, jointAt, withOpened } from "../../gas";
import { touchedNow, withTerminals } from "../../hands/touched";
import { defineEntry, never, ref, text } from "../definition";

const fields = {
  action: z.enum(["replaced", "put-right"]).describe("A new one went in, or it was cleared, reset, set or remade."),
  note: text.optional().describe("A remark."),
};
const firstBody = z.strictObject({ unit: ref, ...fields });

const schema = z
  .strictObject({ assembly: ref.describe("What was replaced or fixed: an assembly, or joint.PART."), ...fields })
  .describe("A part was replaced or fixed.");

export const fitted = defineEntry({
  kind: "fitted",
  version: 2,
  stream: "job",
  schema,
  upcasters: [upcaster({ kind: "fitted", version: 1 }, 2, firstBody, ({ unit, ...rest }) => ({ assembly: unit, ...rest }))],
  ofEnergy: false,
  afterClosing: never,
  allows: ({ assembly }, { safety, machine }) => {
    if (machine && !isAssembly(machine, assembly)) return { code: "not-on-machine", given: assembly };
    return safety.power === "dead" || !needsDead(assembly, machine) ? undefined : { code: "fitting-needs-dead" };
  },
  effect: ({ assembly, action }, state, { id }) => ({
    fitted: [...state.fitted, { entry: id, assembly, action, name: assemblyName(state.machine, assembly) }],
    proof: undefined,
    ...(action === "replaced" &&
      state.machine &&
      touchedNow(state, withTerminals(state.machine, state.touched, partsOfAssembly(state.machine, assembly)))),
    ...(state.machine &&
      disturbsGas(state.machine, assembly) && {
        joints: withOpened(state, id, jointAt(state.machine, assembly)),
      }),
  }),
  says: ({ assembly, action }, machine) => fittedSays(machine, assembly, action === "replaced"),
});

/** A part without wires can be put right with the machine on; a belt can't, and what is not known could be anything. */
function needsDead(assembly: string, machine: Machine | undefined): boolean {
  const part = machine && maybePartOf(machine, assembly);
  return part === undefined || part.nets.length > 0 || part.kind === "belt";
}
