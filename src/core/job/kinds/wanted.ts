import { z } from "zod";
import { isAssembly } from "../../machine/assembly";
import { assemblyName } from "../../naming/names";
import { defineEntry, noUpcasters, ref } from "./definition";

export const wanted = defineEntry({
  kind: "wanted",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ assembly: ref.optional().describe("What is needed; left out: the job waits for something that was not named.") })
    .describe("A part is needed, to be ordered or ordered."),
  upcasters: noUpcasters,
  allows: ({ assembly }, { machine }) =>
    assembly !== undefined && machine && !isAssembly(machine, assembly) ? { code: "not-on-machine", given: assembly } : undefined,
  effect: ({ assembly }, { wanted }) => ({ wanted: [...wanted, assembly ?? null] }),
  says: ({ assembly }, machine) => (assembly === undefined ? "Waiting for a part" : `Needed: ${assemblyName(machine, assembly)}`),
});
