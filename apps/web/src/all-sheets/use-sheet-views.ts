import { useEffect, useState } from "react";
import { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";

/** Evaluates the sheets' scripts one after the other in a worker; the views come in as they are ready, by script. */
export function useSheetViews(sheets: readonly { script: string }[]): ReadonlyMap<string, SheetView> {
  const [views, setViews] = useState<ReadonlyMap<string, SheetView>>(new Map());
  useEffect(() => {
    const thread = new SheetThread();
    let open = true;
    (async () => {
      for (const script of new Set(sheets.map((sheet) => sheet.script))) {
        if (!open) return;
        const view = await thread.evaluate(script).catch(() => null);
        if (view && open) setViews((known) => new Map(known).set(script, view));
      }
    })();
    return () => {
      open = false;
      thread.close();
    };
  }, [sheets]);
  return views;
}
