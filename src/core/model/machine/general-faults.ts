import type { Fault } from "./fault";
import type { Machine, Part } from "./format";
import type { MendedPiece } from "./pieces";

/** A fault that any machine can have with such a part, whether or not its file lists it. */
interface GeneralFault {
  /** Which parts can have it. */
  readonly of: (part: Part, machine: Machine) => boolean;
  /** Each stands for all about it; what it is, the kind of part says. None: it is there or not. */
  readonly severities?: readonly number[];
  /** Says how often it happens, in the weights of machine files (est.). */
  readonly weight: number;
  /** Where it is put right, if not by a new part. */
  readonly piece?: MendedPiece;
  /** Chance that somebody sees it who looks at the part (est.). */
  readonly seen: number;
  /** After the name of the part. */
  readonly says: string;
}

const turnsDrum = (part: Part, { drum }: Machine): boolean => part.id === drum.motor;

const splitPhase = (part: Part, { supply }: Machine): boolean => {
  const [one, two, more] = supply.legs;
  return (
    part.id === supply.part && !more && one !== undefined && two !== undefined && one.volts === -two.volts && one.degrees === two.degrees
  );
};

const GENERAL: Readonly<Record<string, GeneralFault>> = {
  drags: { of: turnsDrum, severities: [0.6, 1.2], weight: 1, piece: "drum", seen: 0, says: "held back: the drum drags or is jammed" },
  "wheel-loose": { of: turnsDrum, severities: [0.08, 0.25], weight: 0.8, piece: "blower", seen: 0, says: "turns, the blower wheel slips" },
  "protector-weak": {
    of: (part) => part.kind === "motor" && part.protector !== undefined,
    severities: [0.45],
    weight: 0.4,
    seen: 0,
    says: "overload protector opens too early",
  },
  slips: { of: (part) => part.kind === "belt", weight: 0.6, seen: 0.6, says: "slips" },
  "idler-stuck": { of: (part) => part.kind === "belt", weight: 0.5, piece: "idler", seen: 0.1, says: "slips over an idler that is seized" },
  "star-fed": { of: splitPhase, weight: 0.4, seen: 0, says: "gives 208 V between its legs, not 240: three quarters of the heat" },
  starved: {
    of: (part, { burner }) => part.id === burner?.gas,
    severities: [0.02, 0.12, 0.35],
    weight: 1.2,
    piece: "burner",
    seen: 0,
    says: "low: pressure, or a blocked orifice",
  },
  "acts-off": {
    of: (part) => part.kind === "radiant-sensor",
    severities: [0.18, 1.5],
    weight: 0.6,
    seen: 0.3,
    says: "acts too early or too late",
  },
};

export const generalFaultOf = (mode: string): GeneralFault | undefined => GENERAL[mode];

/** The general faults of this part that its file does not list, each at its severities, with how often. */
export function generalFaults(machine: Machine, part: Part): { readonly faults: readonly Fault[]; readonly weight: number }[] {
  return Object.entries(GENERAL).flatMap(([mode, { of, severities, weight }]) => {
    if (!of(part, machine) || part.faults.some((f) => f.mode === mode)) return [];
    const fault = { part: part.id, mode };
    return [{ faults: severities ? severities.map((severity) => ({ ...fault, severity })) : [fault], weight }];
  });
}
