import type { Machine } from "../format";
import type { Condition, ControlPositions } from "./condition";

/** Controls as the machine is found and metered. */
export const restControls = (machine: Machine): ControlPositions => Object.fromEntries(machine.controls.map((c) => [c.id, c.rest]));

/** Controls of a run that has begun: momentary ones are let go, and so not named. */
export const runningControls = (machine: Machine): ControlPositions =>
  Object.fromEntries(machine.controls.filter((c) => !c.momentary).map((c) => [c.id, c.run]));

const NONE: ReadonlySet<string> = new Set();

/** Cold and at rest, controls as found unless told otherwise. */
export function coldCondition(machine: Machine, cordIn: boolean, controls: ControlPositions = {}): Condition {
  const { ambientC } = machine.thermal;
  return {
    cordIn,
    controls: { ...restControls(machine), ...controls },
    atSpeed: NONE,
    opened: NONE,
    driven: NONE,
    breakerTripped: false,
    elementC: ambientC,
    igniterC: ambientC,
    coilC: ambientC,
  };
}

/** Cord out. */
export const deadCondition = (machine: Machine, controls: ControlPositions = {}): Condition => coldCondition(machine, false, controls);
