import { z } from "zod";
import { plateSchema } from "../../../../model/machine/plate";
import { FIRST_KNOWN, machineRefSchema } from "../../../../model/machine/revision";
import { upcaster } from "../../../journal/upcast";
import { onAnotherMachine } from "../../on-another-machine";
import { allowsAlways, defineEntry, never, ref, text } from "../definition";

const firstBody = z.strictObject({ machine: ref, serial: text.optional() });
const secondBody = z.strictObject({ machine: machineRefSchema, serial: text.optional() });

export const machine = defineEntry({
  kind: "machine",
  version: 3,
  stream: "job",
  schema: z
    .strictObject({
      machine: machineRefSchema.describe("The machine, in the revision that the job is read on."),
      serial: text.optional().describe("Serial number from its plate."),
      plate: plateSchema.optional(),
    })
    .describe("The machine is named from its plate."),
  upcasters: [
    upcaster({ kind: "machine", version: 1 }, 2, firstBody, ({ machine: id, ...rest }) => ({
      machine: { id, revision: FIRST_KNOWN },
      ...rest,
    })),
    upcaster({ kind: "machine", version: 2 }, 3, secondBody, (body) => body),
  ],
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: ({ machine: machineRef, serial, plate }, state, { findMachine }) => {
    const found = findMachine(machineRef);
    return {
      ...(found && found !== state.machine && onAnotherMachine(found, state)),
      machineRef,
      machine: found,
      plate,
      // Written down empty: what stood there before was wrong, and nobody knows it yet.
      ...(serial !== undefined && { serial: serial === "" ? undefined : serial }),
    };
  },
  says: ({ machine: { id }, serial, plate }, known) => {
    const read = plate && [plate.maker, plate.model].filter(Boolean).join(" ");
    const sheet = known ? `${known.maker} ${known.model}` : id;
    return `Machine: ${read ? `${read}, on the sheet of ${sheet}` : sheet}${serial ? `, serial ${serial}` : ""}`;
  },
});
