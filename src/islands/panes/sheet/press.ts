import type { KeyboardEvent } from "react";

/** Enter and space work on a drawn button as on any other. */
export const onPress = (act: () => void) => (e: KeyboardEvent) => {
  if (e.key !== "Enter" && e.key !== " ") return;
  e.preventDefault();
  act();
};
