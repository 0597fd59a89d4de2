"use client";

import type { ImportPlan } from "@vertexon/notation";
import { Button } from "antd";
import { useEffect, useState } from "react";
import { request } from "@/client/request";
import { ImportDialog, type ImportText } from "@/sheet/import/import-dialog";
import { boxText, planAround, sizeOf } from "@/sheet/import/plan-around";
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
    made.start();
    setThread(made);
    return () => {
      setThread(null);
      made.close();
    };
  }, [start]);
  const take = async (plan: ImportPlan, { lines }: { lines: string[] }) => {
    const name = (plan.list ?? plan.statements[0]).name.replaceAll("_", " ");
    const attachments = plan.attachments.filter(({ name: file }) => lines.some((line) => line.includes(`"${file}"`)));
    const body = { name, note: "", script: scriptOf(plan, lines), attachments };
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
          onto={null}
          okText="Make a sheet of it"
          onTake={take}
          onClose={() => setStart(null)}
        />
      )}
    </>
  );
}

/** The plan takes the size that the text states, or else reaches as far as what was found in it. */
function scriptOf({ plan, yUp, bounds }: ImportPlan, lines: readonly string[]): string {
  const sizes = plan ? `${plan.width} by ${plan.height}` : boxText(planAround(bounds));
  const sense = yUp ? "up" : "down";
  const settings = `plan ${sizes}, y ${sense}, unit ${plan?.unit ?? "px"}\ntolerance ${toleranceFor(plan ?? sizeOf(planAround(bounds)))}`;
  return `${settings}\n\n${lines.join("\n")}\n`;
}

/** A power of ten near a five-thousandth of the plan. */
function toleranceFor({ width, height }: { width: number; height: number }): number {
  return Number((10 ** Math.round(Math.log10(Math.max(width, height) / 5000))).toPrecision(1));
}
