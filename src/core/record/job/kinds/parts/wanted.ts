import { z } from "zod";
import { isAssembly } from "../../../../model/machine/assembly";
import { assemblyName } from "../../../../model/naming/names";
import { upcaster } from "../../../journal/upcast";
import { dayMeant } from "../../day-meant";
import { defineEntry, never, ref } from "../definition";

const assembly = ref.optional().describe("What is needed; left out: the job waits for something that was not named.");

export const wanted = defineEntry({
  kind: "wanted",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      assembly,
      ordered: z.literal(true).optional().describe("It is ordered already, as it was said."),
      due: z.string().trim().min(1).max(40).optional().describe("When it comes, as it was said: Thursday, tomorrow, in 3 days, or a date."),
    })
    .describe("A part is needed, to be ordered or ordered."),
  upcasters: [upcaster({ kind: "wanted", version: 1 }, 2, z.strictObject({ assembly }), (body) => body)],
  ofEnergy: false,
  afterClosing: never,
  allows: ({ assembly }, { machine }) =>
    assembly !== undefined && machine && !isAssembly(machine, assembly) ? { code: "not-on-machine", given: assembly } : undefined,
  effect: ({ assembly = null, ordered, due }, { wanted }, { at }) => {
    const day = due === undefined ? undefined : (dayMeant(due, at) ?? (/^\d{4}-\d{2}-\d{2}$/.test(due) ? due : undefined));
    // Said again of the same part, it is the newer word that holds.
    const others = wanted.filter((w) => w.assembly !== assembly || assembly === null);
    return { wanted: [...others, { assembly, ...(ordered && { ordered }), ...(day !== undefined && { due: day }) }] };
  },
  says: ({ assembly, ordered, due }, machine) =>
    [
      assembly === undefined ? "Waiting for a part" : `Needed: ${assemblyName(machine, assembly)}`,
      ...(ordered ? ["ordered"] : []),
      ...(due ? [`comes ${due}`] : []),
    ].join(", "),
});
