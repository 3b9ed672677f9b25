import { z } from "zod";
import { sightFinding } from "../../finding/kinds/sight";
import { witnessed } from "../witnessed";
import { defineEntry, notTyped, noUpcasters } from "./definition";

const yesNo = z.enum(["yes", "no", "unknown"]);

export const proof = defineEntry({
  kind: "proof",
  version: 1,
  stream: "job",
  schema: z
    .strictObject({
      starts: yesNo.describe("It starts."),
      turns: yesNo.describe("The drum turns."),
      warm: yesNo.describe("The air gets warm, and stays so."),
      cycles: z.enum(["yes", "short", "no", "unknown"]).describe("The heat goes off and on by its own thermostat."),
      airflow: z.enum(["strong", "weak", "none", "unknown"]).describe("Air at the hood."),
    })
    .describe("The run that proves the repair."),
  upcasters: noUpcasters,
  allows: (_, { safety }) => (safety.power === "live" ? undefined : { code: "proof-needs-power" }),
  effect: (body, state, { id }) => {
    const { starts, turns, warm, cycles, airflow } = body;
    const findings = [
      sightFinding("starts", starts),
      sightFinding("turns", turns),
      sightFinding("warm", warm),
      sightFinding("cycles", cycles),
      sightFinding("airflow", airflow),
    ];
    return { proof: body, ...witnessed(state, id, "technician", findings) };
  },
  says: ({ starts, turns, warm, cycles, airflow }) =>
    `Proof run: ${starts === "yes" ? "starts" : "does not start"}, ${turns === "yes" ? "turns" : "does not turn"}, ${warm === "yes" ? "heats" : "no heat"}, cycles ${cycles}, air ${airflow}`,
  typed: notTyped,
});
