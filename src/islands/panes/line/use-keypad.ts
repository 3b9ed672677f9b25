import { useEffect, useRef, useState } from "react";

/** True where the page was last touched by a finger or a pen. */
function useTouched() {
  const touched = useRef(false);
  useEffect(() => {
    const note = (e: PointerEvent) => {
      touched.current = e.pointerType !== "mouse";
    };
    window.addEventListener("pointerdown", note, { capture: true });
    return () => window.removeEventListener("pointerdown", note, { capture: true });
  }, []);
  return touched;
}

/** The keys for a reading: whoever is led to the line by a touch gets them on the screen; whoever is led there otherwise, the field. */
export function useKeypad(calls: number, focus: () => void) {
  const touched = useTouched();
  const [shown, setShown] = useState(false);
  const toField = useRef(focus);
  toField.current = focus;
  useEffect(() => {
    if (calls === 0) return;
    setShown(touched.current);
    if (!touched.current) toField.current();
  }, [calls, touched]);
  return { shown, show: () => setShown(true), hide: () => setShown(false) };
}
