import { z } from "zod";
import { upcaster } from "../../journal/upcast";
import { FIRST_KNOWN, machineRefSchema } from "../../machine/revision";
import { allowsAlways, defineEntry, ref, text } from "./definition";

const firstBody = z.strictObject({ machine: ref, serial: text.optional() });

export const machine = defineEntry({
  kind: "machine",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      machine: machineRefSchema.describe("The machine, in the revision that the job is read on."),
      serial: text.optional().describe("Serial number from its plate."),
    })
    .describe("The machine is named from its plate."),
  upcasters: [
    upcaster({ kind: "machine", version: 1 }, 2, firstBody, ({ machine: id, ...rest }) => ({
      machine: { id, revision: FIRST_KNOWN },
      ...rest,
    })),
  ],
  allows: allowsAlways,
  effect: ({ machine: machineRef, serial }, _, { findMachine }) => {
    const found = findMachine(machineRef);
    return { machineRef, ...(found && { machine: found }), ...(serial !== undefined && { serial }) };
  },
  says: (body, known) =>
    `Machine: ${known ? `${known.maker} ${known.model}` : body.machine.id}${body.serial ? `, serial ${body.serial}` : ""}`,
});
