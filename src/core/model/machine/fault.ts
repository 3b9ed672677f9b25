/** One thing wrong: a part's own mode, or a joint at one of its terminals (`at` = terminal number from 1). */
export interface Fault {
  readonly part: string;
  readonly mode: string;
  readonly at?: string | undefined;
  readonly severity?: number | undefined;
}

export const JOINT_OPEN = "joint-open";
/** A burnt or loose joint that still conducts; `severity` is its resistance, Ω. */
export const JOINT_POOR = "joint-poor";
/** The wire at a terminal has rubbed through, or is pinched, on the cabinet. */
export const JOINT_PINCHED = "joint-pinched";
/** A joint that is good while it is cold and parts when the machine is hot. */
export const JOINT_HOT = "joint-hot";
/** The wires of two terminals of one part on each other's place, after an earlier repair; `at` names both: `1-3`. */
export const JOINT_SWAPPED = "joint-swapped";
/** An intermittent joint: at one time it is open, at another good. */
export const JOINT_INTERMITTENT = "joint-intermittent";
const JOINTS: readonly string[] = [JOINT_OPEN, JOINT_POOR, JOINT_PINCHED, JOINT_HOT, JOINT_SWAPPED, JOINT_INTERMITTENT];
export const isJoint = (f: Fault): boolean => JOINTS.includes(f.mode);

/** Holds what any part may have whether or not its file lists it. A contact burnt inside: `severity` is what it puts in series, Ω. */
export const RESISTIVE = "resistive";
/** A resistance that is far from its rating: `severity` is the factor on it; `at` names the winding where there are several. */
export const OFF_VALUE = "off-value";

/** Names a fault, however severe. */
export const faultKey = (f: Fault): string => (f.at === undefined ? `${f.part}:${f.mode}` : `${f.part}:${f.mode}@${f.at}`);

/** Names faults that are present together, with their severities to four digits. Empty for none. */
export const faultsId = (faults: readonly Fault[]): string =>
  faults.map((f) => (f.severity === undefined ? faultKey(f) : `${faultKey(f)}#${Number(f.severity.toPrecision(4))}`)).join("+");

/** Chance that an intermittent joint is open when something is looked at or measured (est.). */
export const INTERMITTENT_IS_OPEN = 0.5;
/** The faults while what is intermittent is good; and while it is open. */
export const whileGood = (faults: readonly Fault[]): readonly Fault[] =>
  faults.some((f) => f.mode === JOINT_INTERMITTENT) ? faults.filter((f) => f.mode !== JOINT_INTERMITTENT) : faults;
export const whileOpen = (faults: readonly Fault[]): readonly Fault[] =>
  faults.map((f) => (f.mode === JOINT_INTERMITTENT ? { ...f, mode: JOINT_OPEN } : f));

/** Faults by part, for quick questions while a network is built. */
export class FaultSet {
  private readonly byPart = new Map<string, Fault[]>();
  constructor(readonly faults: readonly Fault[]) {
    for (const f of faults) this.byPart.set(f.part, [...(this.byPart.get(f.part) ?? []), f]);
  }
  touches(part: string): boolean {
    return this.byPart.has(part);
  }
  of(part: string, mode: string): Fault | undefined {
    return this.byPart.get(part)?.find((f) => f.mode === mode);
  }
  has(part: string, mode: string, at?: string): boolean {
    return this.byPart.get(part)?.some((f) => f.mode === mode && (at === undefined || f.at === at)) ?? false;
  }
}

export const NO_FAULTS = new FaultSet([]);
