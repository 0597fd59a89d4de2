import type { Attachment } from "@vertexon/notation";
import { useEffect, useState } from "react";
import { request } from "@/client/request";
import { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";

interface ViewedSheet {
  script: string;
  id?: string;
  attached?: number;
  attachments?: readonly Attachment[];
}

const NONE: readonly Attachment[] = [];

async function attachmentsOf({ id, attached, attachments }: ViewedSheet): Promise<readonly Attachment[]> {
  if (attachments) return attachments;
  return id && attached ? request<Attachment[]>("GET", `/api/sheets/${id}/attachments`) : NONE;
}

/** Evaluates the sheets' scripts one after the other in a worker; the views come in as they are ready, by script. */
export function useSheetViews(sheets: readonly ViewedSheet[]): ReadonlyMap<string, SheetView> {
  const [views, setViews] = useState<ReadonlyMap<string, SheetView>>(new Map());
  useEffect(() => {
    const thread = new SheetThread();
    let open = true;
    void (async () => {
      const byScript = new Map(sheets.map((sheet) => [sheet.script, sheet]));
      for (const [script, sheet] of byScript) {
        if (!open) return;
        thread.attach(await attachmentsOf(sheet).catch(() => NONE));
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
