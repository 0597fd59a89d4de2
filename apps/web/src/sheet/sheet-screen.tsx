"use client";

import { useEffect, useState } from "react";
import { request } from "@/client/request";
import type { SheetData } from "./sheet-data";
import { SheetDesk } from "./sheet-desk";

/**
 * A sheet as it is on the server. What the page came with may be older than that (a browser going back shows a page it
 * kept), so the newest copy is asked for once.
 */
export function SheetScreen({ sheet }: { sheet: SheetData }) {
  const [current, setCurrent] = useState(sheet);
  useEffect(() => {
    let open = true;
    request<SheetData>("GET", `/api/sheets/${sheet.id}`).then(
      (newest) => {
        if (open && newest.revision > sheet.revision) setCurrent(newest);
      },
      () => undefined, // what the page came with is shown; saving will tell if it is out of date
    );
    return () => {
      open = false;
    };
  }, [sheet]);
  return <SheetDesk key={`${current.id} ${current.revision}`} sheet={current} onReload={setCurrent} />;
}
