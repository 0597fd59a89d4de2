import { useEffect, useRef, useState } from "react";

/** Milliseconds between two renders of what may lag behind. */
const CALM = 400;

/** The value as it is, or, while something moves, as it was a moment ago: what need not follow every frame. */
export function useCalm<T>(value: T, moving: boolean): T {
  const [shown, setShown] = useState(value);
  const last = useRef(0);
  useEffect(() => {
    if (!moving) {
      setShown(value);
      return;
    }
    const wait = Math.max(0, last.current + CALM - performance.now());
    const timer = setTimeout(() => {
      last.current = performance.now();
      setShown(value);
    }, wait);
    return () => clearTimeout(timer);
  }, [value, moving]);
  return moving ? shown : value;
}
