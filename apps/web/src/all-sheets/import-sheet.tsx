"use client";

import type { ImportPlan } from "@vertexon/notation";
import { Button } from "antd";
import { useEffect, useState } from "react";
import { request } from "@/client/request";
import { ImportDialog, type ImportText } from "@/sheet/import/import-dialog";
import type { SheetData } from "@/sheet/sheet-data";
import { SheetThread } from "@/worker/sheet-thread";

const NONE: [] = [];

/** Makes a new sheet of what is found in a text. */
export function ImportSheet({ onMade }: { onMade(sheet: SheetData): void }) {
  const [start, setStart] = useState<ImportText | null>(null);
  const [thread, setThread] = useState<SheetThread | null>(null);
  useEffect(() => {
    if (!start) return;
    const made = new SheetThread();
    // The new sheet takes the axis sense of what it is made from, so nothing stands upside down on it.
    made.evaluate("plan 1 by 1, y up").catch(() => undefined);
    setThread(made);
    return () => {
      setThread(null);
      made.close();
    };
  }, [start]);
  const take = async (plan: ImportPlan) => {
    const name = plan.statements[0].name.replaceAll("_", " ");
    const body = { name, note: "", script: scriptOf(plan), attachments: plan.attachments };
    onMade(await request<SheetData>("POST", "/api/sheets", body));
  };
  return (
    <>
      <Button onClick={() => setStart({ text: "", fileName: "" })}>Import</Button>
      {thread && (
        <ImportDialog
          thread={thread}
          start={start}
          attachments={NONE}
          okText="Make a sheet of it"
          onTake={take}
          onClose={() => setStart(null)}
        />
      )}
    </>
  );
}

/** The plan takes the size that the text states, or else reaches as far as what was found in it. */
function scriptOf({ source, plan, bounds, statements }: ImportPlan): string {
  const reach = (most: number | undefined, otherwise: number): number =>
    most && most > 0 ? Math.ceil(most) : otherwise;
  const [width, height] = plan ? [plan.width, plan.height] : [reach(bounds?.maxX, 320), reach(bounds?.maxY, 240)];
  const sense = source === "GeoJSON" || source === "WKT" ? "up" : "down";
  const settings = `plan ${width} by ${height}, y ${sense}, unit ${plan?.unit ?? "px"}\ntolerance ${toleranceFor(width, height)}`;
  return `${settings}\n\n${statements.map(({ text }) => text).join("\n")}\n`;
}

/** A power of ten near a five-thousandth of the plan. */
function toleranceFor(width: number, height: number): number {
  return Number((10 ** Math.round(Math.log10(Math.max(width, height) / 5000))).toPrecision(1));
}
