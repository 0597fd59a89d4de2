import { useRef } from "react";

/** A value as it was before something was dragged, until that has ended: for what is costly to compute anew. */
export function useResting<T>(value: T, moving: boolean): T {
  const resting = useRef(value);
  if (!moving) resting.current = value;
  return resting.current;
}
