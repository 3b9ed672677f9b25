import type { Fastener } from "../../../core/model/machine/cabinet";
import type { Draft } from "../../../core/record/job/kinds/index";

/** A panel off with its cup filled as the file says; a panel back on. */
export function panelDrafts(fasteners: Fastener[], panel: string, state: "off" | "on"): Draft[] {
  const moved: Draft = { kind: "panel", body: { panel, state } };
  return state === "off" && fasteners.length > 0 ? [moved, { kind: "cup", body: { of: panel, fasteners } }] : [moved];
}
