import { z } from "zod";
import { normalise } from "../../naming/vocabulary";
import { defineEntry, noUpcasters, text } from "./definition";

export const gasOpened = defineEntry({
  kind: "gas-opened",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({ note: text.optional().describe("Which joint.") })
    .describe("A joint of the gas train was opened: it is to be proven tight."),
  upcasters: noUpcasters,
  allows: (_, { machine }) => (machine && !machine.burner ? { code: "not-on-machine", given: "gas" } : undefined),
  effect: (_, { evidence }) => ({ gasOpened: evidence.length }),
  says: ({ note }) => `Gas joint opened${note ? `: ${note}` : ""}`,
  typed: (saying) => {
    const said = normalise(saying);
    return SAYINGS.test(said) ? { ok: true, taken: { note: said } } : undefined;
  },
});

const SAYINGS =
  /^(opened (a |the )?gas (joint|line|union|pipe)|gas (joint|line|union|pipe|hose)( is)? (opened|open|off|undone|loosened|disconnected)|(gas )?union( is)? (opened|off|undone|loosened)|(the )?burner( is)? off|orifice( is)? (out|off|changed)|moved the gas (line|pipe|hose))$/;
