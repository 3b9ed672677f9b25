import type { MachineRef } from "../model/machine/revision";
import type { Draft } from "../record/job/kinds/index";
import type { Complaint } from "./complaint";

/** Holds what is asked before a job is opened. */
interface Intake {
  readonly customer: string;
  readonly place: string;
  readonly phone?: string;
  readonly serial?: string;
  /** Complaint, in the customer's words. */
  readonly words: string;
  readonly liveTests: boolean;
}

/** The entries that a job begins with: who and where, which machine, what was noticed and what was heard in it. */
export const newJob = ({ customer, place, phone, serial, words, liveTests }: Intake, machine: MachineRef, heard: Complaint): Draft[] => [
  { kind: "opened", body: { customer, place, liveTests, ...(phone && { phone }) } },
  { kind: "machine", body: { machine, ...(serial && { serial }) } },
  { kind: "complaint", body: { words, findings: [...heard.findings] } },
  ...heard.told.map((body): Draft => ({ kind: "note", body })),
];
