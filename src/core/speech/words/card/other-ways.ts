import type { Change } from "../../../reason/planning/other-ways";

/** A way of working by name, as somebody would propose it. */
export function changeSays(change: Change): string {
  switch (change.field) {
    case "first":
      return { look: "Look first", meter: "Meter first", either: "Quickest test first" }[change.to];
    case "parts":
      return change.to === "set" ? "Replace the set" : "Failed part only";
    case "coldCoil":
      return change.to === "trust" ? "Trust a cold coil" : "Doubt a cold coil";
    case "liveTests":
      return change.to ? "Live tests allowed" : "Dead tests only";
  }
}
