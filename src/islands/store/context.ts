import { createContext, useContext, useSyncExternalStore } from "react";
import type { Machine } from "../../core/model/machine/format";
import type { Dispatch } from "./intent";
import type { JobStore, Snapshot } from "./job-store";

export const StoreContext = createContext<JobStore | null>(null);

function useStore(): JobStore {
  const store = useContext(StoreContext);
  if (!store) throw new Error("there is no job around this component");
  return store;
}

/** A part of what the page knows of its job. `of` must give the same reference while that part stays the same. */
export function useJob<T>(of: (snapshot: Snapshot) => T): T {
  const store = useStore();
  const read = () => of(store.getSnapshot());
  return useSyncExternalStore(store.subscribe, read, read);
}

export const useDispatch = (): Dispatch => useStore().dispatch;

/** The machine of a bench that is only shown when there is one. */
export function useMachine(): Machine {
  const machine = useJob((s) => s.job.machine);
  if (!machine) throw new Error("this bench needs a machine");
  return machine;
}
