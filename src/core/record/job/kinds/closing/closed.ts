import { z } from "zod";
import { sightOf } from "../../../../model/sights/sights";
import { upcaster } from "../../../journal/upcast";
import type { Blocker } from "../../blocker";
import { closingBlockers } from "../../closing/closing";
import { PROOF_ROWS, type ProofRow, reservationsOf } from "../../closing/proven";
import type { Refusal } from "../../refusal";
import type { JobState } from "../../state";
import { defineEntry, never, text } from "../definition";

const note = text.optional().describe("What the customer was told.");
const reservation = z.strictObject({
  rows: z.array(z.enum(PROOF_ROWS)).min(1).max(PROOF_ROWS.length).describe("What nobody saw of the run that proves it."),
  why: text.min(1).describe("Why not."),
});

const second = z.strictObject({ note, reservations: reservation.optional(), rules: z.literal(1).optional() });

export const closed = defineEntry({
  kind: "closed",
  version: 3,
  stream: "job",
  schema: z
    .strictObject({
      note,
      reservations: reservation.optional().describe("What it is closed without; all that was not seen, or it does not count."),
      rules: z
        .union([z.literal(1), z.literal(2)])
        .optional()
        .describe("Closed by the rules of the first version, or of the second, which asked for less; it stays so. Never written now."),
    })
    .describe("The job is closed."),
  upcasters: [
    upcaster({ kind: "closed", version: 1 }, 2, z.strictObject({ note }), (body) => ({ ...body, rules: 1 as const })),
    upcaster({ kind: "closed", version: 2 }, 3, second, ({ rules, ...body }) => ({ ...body, rules: rules ?? (2 as const) })),
  ],
  ofEnergy: false,
  afterClosing: never,
  allows: ({ reservations, rules }, state) =>
    rules === 1 ? closedByFirstRules(state) : stillBlocked(state, reservations?.rows ?? [], rules === 2),
  effect: ({ reservations }) => ({ closed: true, ...(reservations && { reservations: unseenSays(reservations) }) }),
  says: ({ reservations }) => (reservations ? `Job closed with exceptions: ${unseenSays(reservations)}` : "Job closed"),
});

function stillBlocked(state: JobState, named: readonly ProofRow[], bySecondRules: boolean): Refusal | undefined {
  const blocker = closingBlockers(state).find((b) => !(bySecondRules && isSinceThird(b)));
  if (blocker) return { code: "still-blocked", blocker };
  const rows = reservationsOf(state)?.rows ?? [];
  return rows.every((r) => named.includes(r)) ? undefined : { code: "still-blocked", blocker: { code: "reservations", rows } };
}

/** Holds what the version before did not ask for. */
const isSinceThird = (b: Blocker): boolean => b.code === "plug" || b.code === "wires-off" || (b.code === "lead" && b.because === "crimped");

/** As the first version did: a run that started, turned and heated; nothing open but what that version did not ask for. */
function closedByFirstRules(state: JobState): Refusal | undefined {
  const { proof } = state;
  if (proof?.starts !== "yes" || proof.turns !== "yes" || proof.warm !== "yes")
    return { code: "still-blocked", blocker: { code: "proof", run: proof ? "failed" : "none" } };
  const blocker = closingBlockers(state).find((b) => FIRST_RULES.includes(b.code) && !cycledClears(state, b));
  return blocker && { code: "still-blocked", blocker };
}

const FIRST_RULES: readonly string[] = ["machine", "complaint", "panel", "cause", "vent", "leak"];

/** Heat that cycled cleared a thermostat then. */
const cycledClears = ({ evidence }: JobState, blocker: ReturnType<typeof closingBlockers>[number]): boolean =>
  blocker.code === "cause" &&
  blocker.cause.mode === "welded" &&
  evidence.some(({ finding: f }) => f.kind === "sight" && f.place.sight === "cycles" && f.result.value === "yes");

/** “heat cycles, air at the hood not seen: no time”. */
export const unseenSays = ({ rows, why }: { readonly rows: readonly ProofRow[]; readonly why: string }): string =>
  `${rows.map((r) => sightOf(r).name.toLowerCase()).join(", ")} not seen (${why})`;
