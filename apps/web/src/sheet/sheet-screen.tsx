"use client";

import { Button } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import { PartBoundary } from "@/client/part-boundary";
import { request } from "@/client/request";
import { SheetDesk } from "./desk/sheet-desk";
import type { SheetData } from "./sheet-data";

/**
 * A sheet as it is on the server. What the page came with may be older than that (a browser going back shows a page it
 * kept), so the newest copy is asked for once.
 */
export function SheetScreen({ sheet }: { sheet: SheetData }) {
  const [current, setCurrent] = useState(sheet);
  const text = useRef(sheet.script);
  useEffect(() => {
    let open = true;
    request<SheetData>("GET", `/api/sheets/${sheet.id}`).then(
      (newest) => {
        // What was typed meanwhile stays: saving it will tell that there is a newer copy, and leave the choice.
        if (open && newest.revision > sheet.revision && text.current === sheet.script) setCurrent(newest);
      },
      () => undefined, // what the page came with is shown; saving will tell if it is out of date
    );
    return () => {
      open = false;
    };
  }, [sheet]);
  const keepText = useCallback((script: string) => {
    text.current = script;
  }, []);
  return (
    <PartBoundary
      part="the sheet"
      fallback={(error, again) => (
        <FailedDesk
          error={error}
          script={text.current}
          onAgain={() => reopen(current.id, text.current).then(setCurrent).finally(again)}
        />
      )}
    >
      <SheetDesk key={`${current.id} ${current.revision}`} sheet={current} onReload={setCurrent} onText={keepText} />
    </PartBoundary>
  );
}

/** The sheet as it is on the server, with the script that the failed view held last, which is saved first. */
async function reopen(id: string, script: string): Promise<SheetData> {
  const newest = await request<SheetData>("GET", `/api/sheets/${id}`);
  if (newest.script === script) return newest;
  return request<SheetData>("PATCH", `/api/sheets/${id}`, { script, revision: newest.revision });
}

/** Where the whole view failed: the script as it was last, to be copied, and a way back. */
function FailedDesk({ error, script, onAgain }: { error: Error; script: string; onAgain(): void }) {
  return (
    <main className="desk-failed" role="alert">
      <h1>Vertexon failed to show this sheet</h1>
      <p>
        The script below is what it held last. Copy it if you changed it in the last moments, then open the sheet again.
      </p>
      <p className="mono quiet">{error.message}</p>
      <p>
        <Button type="primary" onClick={onAgain}>
          Open the sheet again
        </Button>{" "}
        <Button onClick={() => void navigator.clipboard.writeText(script)}>Copy the script</Button>
      </p>
      <textarea className="mono" readOnly value={script} aria-label="The script" />
    </main>
  );
}
