import { useEffect } from "react";
import { isStage, type Stage } from "../../../core/record/job/stages";
import { useDispatch } from "../../store/context";

export const benchHref = (job: string, bench: Stage): string => `/jobs/${job}/${bench}`;

/** Keeps the address at the bench that is shown, and goes where back and forward lead. The page itself is never left. */
export function useBenchAddress(job: string, bench: Stage): void {
  const dispatch = useDispatch();
  useEffect(() => {
    const href = benchHref(job, bench);
    if (location.pathname !== href) history.pushState(null, "", href);
  }, [job, bench]);
  useEffect(() => {
    const onPop = () => {
      const last = location.pathname.split("/").at(-1) ?? "";
      if (isStage(last)) dispatch({ do: "go", bench: last });
    };
    addEventListener("popstate", onPop);
    return () => removeEventListener("popstate", onPop);
  }, [dispatch]);
}
