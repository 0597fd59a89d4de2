import { reasonOf } from "@vertexon/notation";
import { useEffect } from "react";

/** Says what failed outside of rendering, where nothing else would: in an event or a promise. */
export function useUncaught(say: (message: string) => void): void {
  useEffect(() => {
    const failed = (event: ErrorEvent): void => {
      // Said by browsers where a size changed twice in a frame, and of workers that were ended while they were loaded.
      if (!/ResizeObserver|importScripts/.test(event.message)) say(`Vertexon failed: ${event.message}`);
    };
    const rejected = (event: PromiseRejectionEvent): void => say(`Vertexon failed: ${reasonOf(event.reason)}`);
    window.addEventListener("error", failed);
    window.addEventListener("unhandledrejection", rejected);
    return () => {
      window.removeEventListener("error", failed);
      window.removeEventListener("unhandledrejection", rejected);
    };
  }, [say]);
}
