import type { Attachment } from "@vertexon/notation";
import { useEffect, useState } from "react";
import { request } from "@/client/request";
import type { ThumbnailView } from "@/worker/questions/thumbnail";
import { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { PICTURE } from "./sheet-picture";

interface ViewedSheet {
  script: string;
  id?: string;
  attached?: number;
  attachments?: readonly Attachment[];
}

/** What a script comes to, and what that looks like. */
export interface DrawnSheet {
  view: SheetView;
  picture: ThumbnailView;
}

const NONE: readonly Attachment[] = [];

async function attachmentsOf({ id, attached, attachments }: ViewedSheet): Promise<readonly Attachment[]> {
  if (attachments) return attachments;
  return id && attached ? request<Attachment[]>("GET", `/api/sheets/${id}/attachments`) : NONE;
}

/** Draws the sheets one after the other in a worker; the pictures come in as they are ready, by script. */
export function useSheetPictures(sheets: readonly ViewedSheet[]): ReadonlyMap<string, DrawnSheet> {
  const [pictures, setPictures] = useState<ReadonlyMap<string, DrawnSheet>>(new Map());
  useEffect(() => {
    const thread = new SheetThread();
    let open = true;
    void (async () => {
      const byScript = new Map(sheets.map((sheet) => [sheet.script, sheet]));
      for (const [script, sheet] of byScript) {
        if (!open) return;
        thread.attach(await attachmentsOf(sheet).catch(() => NONE));
        const view = await thread.evaluate(script).catch(() => null);
        const picture = view && (await thread.ask(view, "thumbnail", PICTURE).catch(() => null));
        if (view && picture && open) setPictures((known) => new Map(known).set(script, { view, picture }));
      }
    })();
    return () => {
      open = false;
      thread.close();
    };
  }, [sheets]);
  return pictures;
}
