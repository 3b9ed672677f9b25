import type { Machine } from "../../../model/machine/format";
import { partName } from "../../../model/naming/names";
import { capital } from "../../../model/naming/text";
import type { Forbids } from "../../../reason/planning/tests/not-now";
import type { Energy } from "../../../record/job/energies";

/** An energy's name, how it stands, and how it is taken out. */
export function energySays(machine: Machine, energy: Energy): { readonly name: string; readonly stands: string; readonly how: string } {
  switch (energy.of) {
    case "mains":
      return {
        name: mainsName(machine),
        stands: MAINS[energy.state],
        how: "Cord out with its plug in sight; or breaker off, locked or tagged.",
      };
    case "capacitor":
      return {
        name: capital(partName(machine, energy.part)),
        stands: energy.state === "safe" ? "discharged" : "may hold a dangerous charge with the cord out",
        how: "Dead first. Through a resistor across its terminals, insulated tool, then measure that no volts are left.",
      };
    case "gas":
      return {
        name: "Gas",
        stands: energy.state === "safe" ? "cock shut" : "cock open",
        how: "Shut the cock before a joint is opened. Gas work is for the licensed.",
      };
    case "heat":
      return {
        name: "Stored heat",
        stands: energy.state === "safe" ? "cool enough to be touched" : "may be hot",
        how: "Heater box, burner and exhaust stay hot after a run. Feel near before you feel on.",
      };
  }
}

const MAINS: Readonly<Record<Extract<Energy, { of: "mains" }>["state"], string>> = {
  live: "live",
  unproved: "not proved dead",
  "off-unproved": "off, not proved dead",
  safe: "proved dead",
};

const mainsName = ({ supply: { legs } }: Machine): string => `Mains, ${legs.map((l) => `${l.id} ${Math.abs(l.volts)} V`).join(" and ")}`;

/** Between which points of the machine nothing may read: every leg to every other, to neutral and to earth. */
export function deadPoints({ supply: { legs, neutral, ground } }: Machine): string[] {
  const pairs = legs.flatMap((a, i) => legs.slice(i + 1).map((b) => `${a.pin} to ${b.pin}`));
  return [...pairs, ...legs.flatMap((l) => [`${l.pin} to ${neutral.pin}`, `${l.pin} to ${ground.pin}`])];
}

/** Why tests are not now, and what would allow them. */
export const FORBIDS: Readonly<Record<Forbids, { readonly why: string; readonly allowedBy: string }>> = {
  "not-dead": { why: "need it proved dead", allowedBy: "Take the power out and prove it dead." },
  charged: { why: "touch a capacitor that may be charged", allowedBy: "Discharge it and record that." },
  apart: { why: "need it running, and it is not put together", allowedBy: "Wires, drum and panels back, then power." },
  "not-live": { why: "need power", allowedBy: "Hands and tools out, then power on." },
  "no-live-tests": {
    why: "are live",
    allowedBy: "Live tests are not allowed on this job: “allow live tests”, by those licensed for them.",
  },
};
