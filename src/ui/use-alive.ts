import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** False on the server and until the page has come alive: what is touched before would be lost. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
