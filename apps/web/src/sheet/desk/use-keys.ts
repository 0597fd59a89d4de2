import { type RefObject, useEffect } from "react";
import type { Station } from "../model/station";
import type { ScriptHandle } from "../script/script-editor";
import { stations } from "../stations";

/** Keys that work wherever nothing else takes them: the stations by their numbers, and undoing and doing again. */
export function useKeys(editor: RefObject<ScriptHandle | null>, onStation: (station: Station) => void): void {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(".cm-editor, input, textarea, select, [contenteditable=true]")) return;
      if (event.ctrlKey || event.metaKey || event.altKey) {
        if (event.altKey || event.key.toLowerCase() !== "z") return;
        event.preventDefault();
        if (event.shiftKey) editor.current?.redo();
        else editor.current?.undo();
        return;
      }
      const station = stations[Number(event.key) - 1];
      if (station) onStation(station);
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [editor, onStation]);
}
