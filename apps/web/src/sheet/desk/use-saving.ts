import type { Attachment } from "@vertexon/notation";
import { App } from "antd";
import { useCallback, useEffect, useMemo, useState } from "react";
import { request } from "@/client/request";
import type { SheetData } from "../sheet-data";
import { type SaveState, SheetSaver } from "./sheet-saver";

/** Keeps a sheet on the server: its name, its script, and what to do where another copy is newer. */
export function useSaving(
  sheet: SheetData,
  attached: readonly Attachment[] | null,
  script: () => string,
  onReload: (sheet: SheetData) => void,
) {
  const { message } = App.useApp();
  const [name, setName] = useState(sheet.name);
  const [state, setState] = useState<SaveState>({ kind: "saved", at: new Date(sheet.changedAt) });
  const saver = useMemo(() => {
    // The same news again is none.
    const report = (next: SaveState) =>
      setState((now) => (now.kind === "waiting" && next.kind === "waiting" ? now : next));
    return new SheetSaver(sheet.id, sheet.revision, report);
  }, [sheet.id, sheet.revision]);
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      saver.flush();
      if (saver.unsaved) event.preventDefault();
    };
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("beforeunload", leave);
      saver.close();
    };
  }, [saver]);

  const rename = useCallback(
    (next: string) => {
      setName(next);
      saver.change({ name: next });
    },
    [saver],
  );
  const saveCopy = useCallback(async () => {
    try {
      const attachments = (attached ?? []).map((file) => ({ name: file.name, content: file.content }));
      const body = { name: `${name.slice(0, 108)} (my copy)`, note: sheet.note, script: script(), attachments };
      const made = await request<SheetData>("POST", "/api/sheets", body);
      saver.discard();
      window.location.assign(`/sheets/${made.id}`);
    } catch (error) {
      void message.error((error as Error).message);
    }
  }, [attached, name, sheet.note, script, saver, message]);
  const loadNewest = useCallback(async () => {
    try {
      const newest = await request<SheetData>("GET", `/api/sheets/${sheet.id}`);
      saver.discard();
      onReload(newest);
    } catch (error) {
      void message.error((error as Error).message);
    }
  }, [sheet.id, saver, onReload, message]);
  return { name, state, saver, rename, saveCopy, loadNewest };
}
