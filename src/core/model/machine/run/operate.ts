import type { FaultSet } from "../fault";
import type { Machine } from "../format";
import type { ControlPositions } from "./condition";
import { Model, SAMPLE_S } from "./model";
import type { Frame, Script, Timeline } from "./timeline";

/** Presses start for three seconds with the controls on high heat, then lets the machine run. */
export function startScript(machine: Machine, until: number, controls: ControlPositions = {}): Script {
  const held = { ...Object.fromEntries(machine.controls.map((c) => [c.id, c.run])), ...controls };
  const released = { ...held, ...Object.fromEntries(machine.controls.filter((c) => c.momentary).map((c) => [c.id, c.rest])) };
  return {
    moves: [
      { at: 0, controls: held },
      { at: 3, controls: released },
    ],
    until,
  };
}

/**
 * Runs the machine in time: solve, let contacts, motors and valves change, repeat until steady, then let temperatures move
 * on by a step, cut short where a thermostat, fuse, sensor or coil acts. Deterministic. Seconds and °C.
 */
export function operate(machine: Machine, faults: FaultSet, script: Script): Timeline {
  const model = new Model(machine, faults, script.water ?? 0);
  const frames: Frame[] = [];
  const everyS = script.everyS ?? SAMPLE_S;
  let next = 0;
  let sampled = -Infinity;
  while (true) {
    while (true) {
      const move = script.moves[next];
      if (!move || move.at > model.at + 1e-9) break;
      model.set(move.controls);
      next++;
    }
    const changed = model.settle();
    if (changed || model.at - sampled >= everyS || model.at >= script.until) {
      frames.push(model.frame());
      sampled = model.at;
    }
    if (model.at >= script.until - 1e-9) return { frames };
    const limit = Math.min(script.until, script.moves[next]?.at ?? Infinity);
    model.advance(Math.min(model.timeStep(), everyS, limit - model.at));
  }
}
