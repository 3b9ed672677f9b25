import { type RefObject, useEffect, useState } from "react";

const AT_FIRST = { width: 832, height: 440 };
const LEAST_WIDTH = 300;

/** Width and height of an element, CSS px, as it changes. */
export function useSize(element: RefObject<HTMLElement | null>): { readonly width: number; readonly height: number } {
  const [size, setSize] = useState(AT_FIRST);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      setSize({ width: Math.max(LEAST_WIDTH, Math.floor(width)), height: Math.floor(height) });
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return size;
}
