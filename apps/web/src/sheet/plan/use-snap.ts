import { useCallback, useEffect, useState } from "react";
import { NO_SNAP, type SnapSettings } from "./snap";

const KEY = "vertexon.snap";

/** What snaps, remembered on this computer. */
export function useSnap(): [SnapSettings, (settings: SnapSettings) => void] {
  const [settings, setSettings] = useState(NO_SNAP);
  useEffect(() => {
    try {
      const known = JSON.parse(localStorage.getItem(KEY) ?? "{}");
      setSettings({ ...NO_SNAP, ...known });
    } catch {
      // Another page may have written anything there: it begins without.
    }
  }, []);
  const change = useCallback((next: SnapSettings): void => {
    setSettings(next);
    localStorage.setItem(KEY, JSON.stringify(next));
  }, []);
  return [settings, change];
}
