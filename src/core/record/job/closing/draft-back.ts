import type { CameOff } from "../hands/came-off";
import type { Draft } from "../kinds/index";

/** Gives what records that something is back. */
export function draftBack({ is, id }: Pick<CameOff, "is" | "id">): Draft {
  switch (is) {
    case "panel":
      return { kind: "panel", body: { panel: id, state: "on" } };
    case "own":
      return { kind: "own-step", body: { name: id, state: "on" } };
    case "lead":
      return { kind: "lead", body: { at: id, state: "on" } };
    case "wires":
      return { kind: "wire", body: { of: id, state: "on" } };
  }
}
