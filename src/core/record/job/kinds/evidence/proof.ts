import { z } from "zod";
import { sightFinding } from "../../../finding/kinds/sight";
import { upcaster } from "../../../journal/upcast";
import { witnessed } from "../../witnessed";
import { defineEntry, never, text } from "../definition";

const yesNo = z.enum(["yes", "no", "unknown"]);
const air = z.enum(["strong", "weak", "none", "unknown"]);
const cycling = z.enum(["yes", "short", "no", "unknown"]);

const firstBody = z.strictObject({ starts: yesNo, turns: yesNo, warm: yesNo, cycles: cycling, airflow: air });

export const proof = defineEntry({
  kind: "proof",
  version: 2,
  stream: "job",
  schema: z
    .strictObject({
      starts: yesNo.describe("It starts."),
      turns: yesNo.describe("The drum turns."),
      warm: yesNo.describe("The air gets warm, and stays so."),
      cycles: cycling.describe("The heat goes off and on by its own thermostat."),
      airflow: air.optional().describe("Air at the hood; left out where there is none."),
      whyUnseen: text
        .min(1)
        .optional()
        .describe(
          "Why something of it was not seen. Without it what is “unknown” proves nothing; with it the job closes with reservations.",
        ),
    })
    .describe("The run that proves the repair."),
  upcasters: [upcaster({ kind: "proof", version: 1 }, 2, firstBody, (body) => body)],
  ofEnergy: false,
  afterClosing: never,
  allows: (_, { safety }) => (safety.power === "live" ? undefined : { code: "proof-needs-power" }),
  effect: (body, state, { id }) => {
    const { starts, turns, warm, cycles, airflow = "unknown" } = body;
    const findings = [
      sightFinding("starts", starts),
      sightFinding("turns", turns),
      sightFinding("warm", warm),
      sightFinding("cycles", cycles),
      sightFinding("airflow", airflow),
    ];
    const { evidence } = witnessed(state, id, "technician", findings);
    return { proof: body, evidence, evidenceAtProof: evidence.length };
  },
  says: ({ starts, turns, warm, cycles, airflow, whyUnseen }) => {
    const said = [
      SAYS.starts[starts],
      SAYS.turns[turns],
      SAYS.warm[warm],
      cycles === "unknown" ? "cycling not checked" : `cycles ${cycles}`,
      ...(airflow ? [airflow === "unknown" ? "air not checked" : `air ${airflow}`] : []),
    ];
    return `Test run: ${said.join(", ")}${whyUnseen === undefined ? "" : ` (not seen because: ${whyUnseen})`}`;
  },
});

const SAYS = {
  starts: { yes: "starts", no: "does not start", unknown: "start not checked" },
  turns: { yes: "turns", no: "does not turn", unknown: "turning not checked" },
  warm: { yes: "heats", no: "no heat", unknown: "heat not checked" },
} as const;
