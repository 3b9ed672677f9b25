import { useEffect } from "react";
import type { Stage } from "../../../core/record/job/stages";
import { useDispatch, useJob } from "../../store/context";
import type { Dispatch } from "../../store/intent";

export const handbookHref = (bench: Stage): string => `/handbook/${bench}`;

/** `?` opens the handbook at this bench, `/` goes to the line, Ctrl+Z takes the last entry back, Escape lets go of what is chosen; not while something is being typed. */
export function usePageKeys(): void {
  const dispatch = useDispatch();
  const bench = useJob((s) => s.view.bench);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof Element && e.target.closest("input, textarea, select, dialog")) return;
      if (e.key === "?") location.assign(handbookHref(bench));
      else if (obeyKey(e, dispatch)) e.preventDefault();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [dispatch, bench]);
}

/** True where the key meant something. */
function obeyKey({ key, ctrlKey, metaKey }: KeyboardEvent, dispatch: Dispatch): boolean {
  if (key === "/") dispatch({ do: "focus-line" });
  else if (key === "z" && (ctrlKey || metaKey)) dispatch({ do: "take-back" });
  else if (key === "Escape") dispatch({ do: "unchoose" });
  else return false;
  return true;
}
