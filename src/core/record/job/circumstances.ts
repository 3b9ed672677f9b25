import { partOff, readTerminal, type WiringEdit } from "../../model/machine/wiring";
import type { Finding } from "../finding/finding";
import { isMetered } from "../finding/metered";
import type { Draft } from "./kinds/index";
import type { JobState } from "./state";

type Known = Pick<JobState, "safety" | "panelsOff" | "meter"> & Partial<Pick<JobState, "leads" | "wiresOff">>;

/** A finding with what the job knows of the circumstances in which it is made, and with which meter. What it says of them itself, stands. */
export function inCircumstances(finding: Finding, { safety, panelsOff, meter, leads = [], wiresOff = [] }: Known): Finding {
  const known: Finding["circumstances"] = { power: safety.power, ...(panelsOff.length > 0 && { panelsOff: [...panelsOff] }) };
  const off = looseWires(finding, leads, wiresOff);
  const within = { ...finding, circumstances: { ...known, ...(off.length > 0 && { wiring: off }), ...finding.circumstances } };
  const readWith = isMetered(finding) ? withMeter(finding.kind === "ohms", meter) : undefined;
  return readWith ? { ...within, meter: { ...readWith, ...finding.meter } } : within;
}

/** Wires that are known to be off where a way through the machine is read: by itself, a part is read with its own off anyway. */
function looseWires(finding: Finding, leads: JobState["leads"], wiresOff: JobState["wiresOff"]): WiringEdit[] {
  if (finding.kind !== "ohms" || finding.place.between.some((p) => readTerminal(p) !== undefined)) return [];
  return [
    ...leads.flatMap((l): WiringEdit[] => (l.off ? [{ edit: "off", at: l.at }] : [])),
    ...wiresOff.flatMap((part): WiringEdit[] => (/^[a-z]/.test(part) ? [partOff(part)] : [])),
  ];
}

/** With which meter something is read, as it is kept beside the reading; `undefined` where none was named and nothing is known of its leads. */
function withMeter(inOhms: boolean, meter: JobState["meter"]): Finding["meter"] {
  if (!meter) return undefined;
  const { leadOhms, used } = meter;
  const leads = inOhms ? leadOhms : undefined;
  if (leads === undefined && !used) return undefined;
  return { ...(used && { name: used.name }), ...(leads !== undefined && { leadOhms: leads }) };
}

/** A draft with what the job knows at the time: the circumstances of a finding; of a proof of dead, the last switching on. */
export function draftInCircumstances(draft: Draft, state: Known & Pick<JobState, "livened">): Draft {
  if (draft.kind === "new-part") {
    const readWith = withMeter(true, state.meter);
    return readWith ? { kind: "new-part", body: { ...draft.body, meter: { ...readWith, ...draft.body.meter } } } : draft;
  }
  if (draft.kind === "finding") return { kind: "finding", body: inCircumstances(draft.body, state) };
  if (draft.kind === "made-safe") return { kind: "made-safe", body: { ...draft.body, knows: state.livened ?? null } };
  return draft;
}
