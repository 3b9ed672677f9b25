import { useSyncExternalStore } from "react";

/** A part of the program that comes when it is needed. */
export interface Later<T> {
  /** Fetches it once. Rejects when it can't be had; the next call tries again. */
  readonly load: () => Promise<T>;
  /** It, once it is here. */
  readonly use: () => T | undefined;
}

export function later<T>(fetchPart: () => Promise<T>): Later<T> {
  let here: T | undefined;
  let coming: Promise<T> | undefined;
  const listeners = new Set<() => void>();
  const fetched = async () => {
    try {
      here = await fetchPart();
    } catch (error) {
      coming = undefined;
      throw error;
    }
    for (const listener of listeners) listener();
    return here;
  };
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  const read = () => here;
  return {
    load: () => {
      coming ??= fetched();
      return coming;
    },
    use: () => useSyncExternalStore(subscribe, read, read),
  };
}
