/** Something that came off, in the order in which it did: a panel, something that the file does not have, the end of a wire, all wires of a part or a plug. */
export interface CameOff {
  readonly is: "panel" | "own" | "lead" | "wires";
  /** The panel's id, the thing in the technician's words, the terminal, the part or plug. */
  readonly id: string;
  /** The entry that says so. */
  readonly entry: string;
  /** Says how it came off, which way round it sits. */
  readonly note?: string;
}

type Thing = Pick<CameOff, "is" | "id">;

const isSame = (a: Thing, b: Thing): boolean => a.is === b.is && a.id === b.id;

/** With one thing more that is off, unless it is off already. */
export const cameOff = (before: readonly CameOff[], thing: CameOff): readonly CameOff[] =>
  before.some((c) => isSame(c, thing)) ? before : [...before, thing];

/** Without what went back; the same list where it was not off. */
export const cameBack = (before: readonly CameOff[], thing: Thing): readonly CameOff[] =>
  before.some((c) => isSame(c, thing)) ? before.filter((c) => !isSame(c, thing)) : before;

/** Things as they go back: the last that came off goes back first. */
export const wayOut = (off: readonly CameOff[]): CameOff[] => off.toReversed();

/** True where no wire and no plug is off. */
export const areWiresOn = (off: readonly CameOff[]): boolean => !off.some((c) => c.is === "lead" || c.is === "wires");
