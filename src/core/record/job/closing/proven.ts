import { hasHood, type Machine } from "../../../model/machine/format";
import type { SightId } from "../../../model/sights/sights";
import type { Finding } from "../../finding/finding";
import type { JobState, Proof } from "../state";

/** Holds what the run that proves a repair is asked for. */
export const PROOF_ROWS = ["starts", "turns", "warm", "cycles", "airflow"] as const;
export type ProofRow = (typeof PROOF_ROWS)[number];

/** The rows that this machine can show: without a hood there is no air to feel. */
export const proofRows = (machine: Machine): readonly ProofRow[] => PROOF_ROWS.filter((r) => r !== "airflow" || hasHood(machine));

/** Holds what of a run says that the repair did not hold. */
const FAILS: { readonly [R in ProofRow]: readonly string[] } = {
  starts: ["no"],
  turns: ["no"],
  warm: ["no"],
  cycles: ["no", "short"],
  airflow: ["none"],
};

/** Holds what, seen after a proof, contradicts it. */
const CONTRADICTS: { readonly [S in SightId]?: readonly string[] } = {
  ...FAILS,
  hums: ["yes"],
  keeps: ["no"],
  flame: ["no"],
  glow: ["no"],
  trips: ["yes"],
  stops: ["yes"],
  "door-stops": ["no"],
  smell: ["gas"],
};

export type ProofStanding = "none" | "failed" | "unseen" | "contradicted" | "proven";

/** Tells how the proof stands: with what was answered in it, and what was seen since. */
export function proofStands({ machine, proof, evidence, evidenceAtProof }: JobState): ProofStanding {
  if (!proof || !machine) return "none";
  const rows = proofRows(machine);
  if (rows.some((r) => FAILS[r].includes(proof[r] ?? ""))) return "failed";
  if (evidence.slice(evidenceAtProof).some((e) => contradicts(e.finding))) return "contradicted";
  return unseenRows(machine, proof).length > 0 && proof.whyUnseen === undefined ? "unseen" : "proven";
}

export const isProven = (state: JobState): boolean => proofStands(state) === "proven";

const contradicts = (finding: Finding): boolean =>
  finding.kind === "sight" && (CONTRADICTS[finding.place.sight] ?? []).includes(finding.result.value);

/** Rows that nobody saw. */
const unseenRows = (machine: Machine, proof: Proof): readonly ProofRow[] =>
  proofRows(machine).filter((r) => (proof[r] ?? "unknown") === "unknown");

/** Rows of a standing proof that nobody saw, with why: what a closed job is closed without. */
export function reservationsOf(state: JobState): { readonly rows: readonly ProofRow[]; readonly why: string } | undefined {
  const { machine, proof } = state;
  if (!machine || !proof || !isProven(state)) return undefined;
  const rows = unseenRows(machine, proof);
  return rows.length === 0 ? undefined : { rows, why: proof.whyUnseen ?? "" };
}
