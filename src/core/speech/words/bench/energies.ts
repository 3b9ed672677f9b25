import type { Machine } from "../../../model/machine/format";
import { partName } from "../../../model/naming/names";
import { capital } from "../../../model/naming/text";
import type { Forbids } from "../../../reason/planning/tests/offered";
import type { Energy } from "../../../record/job/energies";

/** An energy's name, how it stands, and how it is taken out. */
export function energySays(machine: Machine, energy: Energy): { readonly name: string; readonly stands: string; readonly how: string } {
  switch (energy.of) {
    case "mains":
      return {
        name: mainsName(machine),
        stands: MAINS[energy.state],
        how: "Unplug it and keep the plug in sight. Or lock and tag the breaker off.",
      };
    case "capacitor":
      return {
        name: capital(partName(machine, energy.part)),
        stands: energy.state === "safe" ? "discharged" : "may hold a dangerous charge with the cord out",
        how: "Prove it dead first. Bleed it through a resistor with insulated tools. Then meter it: 0 V.",
      };
    case "gas":
      return {
        name: "Gas",
        stands: energy.state === "safe" ? "gas off" : "gas on",
        how: "Gas off before you open a joint. Gas work is for a licensed technician.",
      };
    case "heat":
      return {
        name: "Stored heat",
        stands: energy.state === "safe" ? "cool to the touch" : "may be hot",
        how: "Heater box, burner and exhaust stay hot after a run. Hold a hand near it before you touch it.",
      };
  }
}

const MAINS: Readonly<Record<Extract<Energy, { of: "mains" }>["state"], string>> = {
  live: "live",
  unproved: "not proved dead",
  "off-unproved": "off, not proved dead",
  safe: "proved dead",
};

const mainsName = ({ supply: { legs } }: Machine): string =>
  `House power, ${legs.map((l) => `${l.id} ${Math.abs(l.volts)} V`).join(" and ")}`;

/**
 * Between which points nothing may read, where the cord lands: every leg to every other, to neutral and to the cabinet. The pins of a pulled
 * plug read nothing on any machine, and behind a locked breaker no probe reaches them.
 */
export function deadPoints(machine: Machine): string[] {
  const { legs, neutral } = machine.supply;
  const [hot, cold] = [legs.map((l) => landing(machine, l.pin)), landing(machine, neutral.pin)];
  const pairs = hot.flatMap((a, i) => hot.slice(i + 1).map((b) => `${a} to ${b}`));
  return [...pairs, ...hot.flatMap((l) => [`${l} to ${cold}`, `${l} to cabinet`])];
}

/** The point inside the machine at which the wire of a pin ends. */
function landing({ parts }: Machine, pin: string): string {
  const wire = parts.find((p) => p.kind === "conductor" && p.nets.includes(pin));
  return wire?.nets.find((n) => n !== pin) ?? pin;
}

/** Why tests are not now, and what would allow them. */
export const FORBIDS: Readonly<Record<Forbids, { readonly why: string; readonly allowedBy: string }>> = {
  "not-dead": { why: "need it proved dead", allowedBy: "Unplug it and prove it dead." },
  charged: { why: "touch a capacitor that may be charged", allowedBy: "Discharge it and record it." },
  apart: { why: "need it running, and it's taken apart", allowedBy: "Wires, drum and panels on, then power." },
  "not-live": { why: "need power", allowedBy: "Hands and tools clear, then power on." },
  "no-live-tests": {
    why: "are live",
    allowedBy: "Live tests are off. Type “allow live tests” to turn them on. Qualified technicians only.",
  },
};
