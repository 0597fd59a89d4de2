import { useSyncExternalStore } from "react";

const QUERY = "(prefers-reduced-motion: reduce)";

/** Whether the user asked their system for less motion. */
export function useCalmMotion(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(QUERY);
      query.addEventListener("change", changed);
      return () => query.removeEventListener("change", changed);
    },
    () => window.matchMedia(QUERY).matches,
    () => false,
  );
}
