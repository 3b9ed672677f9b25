import { z } from "zod";
import { capital } from "../../../../model/naming/text";
import { upcaster } from "../../../journal/upcast";
import { type Preference, preferenceFields } from "../../preference";
import { allowsAlways, defineEntry, never } from "../definition";

const { first, parts, coldCoil } = preferenceFields;
const schema = z
  .strictObject({
    liveTests: z.boolean().optional().describe("Whether live tests are allowed on this job."),
    first: first.optional(),
    parts: parts.optional(),
    coldCoil: coldCoil.optional(),
  })
  .describe("How this job is worked from here on; what is not named stays as it was.");

/** As the first version wrote it, under the name “setting”. */
const firstBody = z.strictObject({
  liveTests: z.boolean(),
  school: z
    .strictObject({ first: first.default("either"), parts: parts.default("single"), coldCoil: coldCoil.default("doubt") })
    .optional(),
});

const SAYS: { readonly [K in keyof Preference]: Record<Preference[K], string> } = {
  first: { look: "look first", meter: "meter first", either: "whichever is cheaper first" },
  parts: { single: "fit only what failed", set: "fit the set that ages together" },
  coldCoil: { trust: "trust a cold coil", doubt: "doubt a cold coil" },
};

export const preference = defineEntry({
  kind: "preference",
  version: 1,
  stream: "job",
  schema,
  upcasters: [upcaster({ kind: "setting", version: 1 }, 1, firstBody, ({ liveTests, school }) => ({ liveTests, ...school }))],
  ofEnergy: false,
  afterClosing: never,
  allows: allowsAlways,
  effect: ({ liveTests, ...body }, { preference: before, safety }) => ({
    preference: { first: body.first ?? before.first, parts: body.parts ?? before.parts, coldCoil: body.coldCoil ?? before.coldCoil },
    ...(liveTests !== undefined && { safety: { ...safety, liveTests } }),
  }),
  says: (body) => {
    const live = body.liveTests === undefined ? [] : [body.liveTests ? "Live tests allowed on this job" : "Dead tests only"];
    const ways = [
      body.first && SAYS.first[body.first],
      body.parts && SAYS.parts[body.parts],
      body.coldCoil && SAYS.coldCoil[body.coldCoil],
    ];
    const said = ways.filter((w) => w !== undefined).join(", ");
    return capital([...live, ...(said === "" ? [] : [said])].join("; "));
  },
});
