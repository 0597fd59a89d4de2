"use client";

import { App, Button, Dropdown, Input } from "antd";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { request } from "@/client/request";
import { plural } from "@/format/numbers";
import type { SheetData } from "@/sheet/sheet-data";
import { ImportSheet } from "./import-sheet";
import { SheetPicture } from "./sheet-picture";
import { useSheetPictures } from "./use-sheet-pictures";
import "./all-sheets.css";

const NEW_SCRIPT = `plan 320 by 240, y down, unit px
tolerance 0.05

pond = circle((160, 120), radius: 60)
`;

/** All sheets, with pictures of what they compute. */
export function AllSheets({ initial }: { initial: SheetData[] }) {
  const { message } = App.useApp();
  const router = useRouter();
  const [sheets, setSheets] = useState(initial);
  const [search, setSearch] = useState("");
  const [renaming, setRenaming] = useState<{ id: string; name: string } | null>(null);
  const pictures = useSheetPictures(sheets);

  // The page may be one that the browser kept: ask for the list as it is now.
  useEffect(() => {
    request<SheetData[]>("GET", "/api/sheets").then(setSheets, () => undefined);
  }, []);

  /** Says what went wrong, if something did. */
  const attempt = async (run: () => Promise<void>): Promise<void> => {
    try {
      await run();
    } catch (error) {
      void message.error((error as Error).message);
    }
  };
  const create = () =>
    attempt(async () => {
      const body = { name: "New sheet", note: "", script: NEW_SCRIPT };
      const made = await request<SheetData>("POST", "/api/sheets", body);
      router.push(`/sheets/${made.id}`);
    });
  const duplicate = ({ id }: SheetData) =>
    attempt(async () => {
      const made = await request<SheetData>("POST", `/api/sheets/${id}/duplicate`);
      setSheets((now) => [made, ...now]);
    });
  const rename = (sheet: SheetData, name: string) => {
    setRenaming(null);
    if (!name.trim() || name.trim() === sheet.name) return;
    return attempt(async () => {
      const body = { name: name.trim(), revision: sheet.revision };
      const changed = await request<SheetData>("PATCH", `/api/sheets/${sheet.id}`, body);
      setSheets((now) => now.map((each) => (each.id === sheet.id ? changed : each)));
    });
  };
  const restore = (sheet: SheetData, index: number) =>
    attempt(async () => {
      const back = await request<SheetData>("POST", `/api/sheets/${sheet.id}/restore`);
      message.destroy(sheet.id);
      setSheets((now) => [...now.slice(0, index), back, ...now.slice(index)]);
    });
  const remove = (sheet: SheetData) =>
    attempt(async () => {
      await request("DELETE", `/api/sheets/${sheet.id}`);
      const index = sheets.indexOf(sheet);
      setSheets((now) => now.filter(({ id }) => id !== sheet.id));
      void message.info({
        key: sheet.id,
        duration: 12,
        content: (
          <span>
            {sheet.name} deleted{" "}
            <Button size="small" onClick={() => restore(sheet, index)}>
              Undo
            </Button>
          </span>
        ),
      });
    });

  const shown = sheets.filter(({ name, note }) => `${name} ${note}`.toLowerCase().includes(search.toLowerCase()));
  return (
    <main className="all-sheets">
      <header className="all-head">
        <h1>Vertexon</h1>
        <span className="quiet">{plural(sheets.length, "sheet")}</span>
        <span className="grow" />
        <Input
          allowClear
          className="all-search"
          placeholder="Search by name"
          aria-label="Search by name"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <Button onClick={() => router.push("/notation")}>Notation</Button>
        <ImportSheet onMade={(sheet) => router.push(`/sheets/${sheet.id}`)} />
        <Button type="primary" onClick={create}>
          New sheet
        </Button>
      </header>
      {shown.length === 0 && (
        <p className="panel-empty">
          {sheets.length === 0 ? "No sheets yet: New sheet begins one." : `No sheet's name holds “${search}”.`}
        </p>
      )}
      <ul className="sheet-cards">
        {shown.map((sheet) => (
          <li key={sheet.id} className="sheet-card" data-testid="sheet-card">
            <button
              type="button"
              className="sheet-open"
              onClick={() => router.push(`/sheets/${sheet.id}`)}
              aria-label={`Open ${sheet.name}`}
            >
              <SheetPicture picture={pictures.get(sheet.script)?.picture} />
            </button>
            <div className="sheet-card-foot">
              {renaming?.id === sheet.id ? (
                <Input
                  autoFocus
                  size="small"
                  value={renaming.name}
                  maxLength={120}
                  aria-label="Name of the sheet"
                  onChange={(event) => setRenaming({ id: sheet.id, name: event.target.value })}
                  onBlur={() => rename(sheet, renaming.name)}
                  onPressEnter={() => rename(sheet, renaming.name)}
                  onKeyDown={(event) => event.key === "Escape" && setRenaming(null)}
                />
              ) : (
                <button type="button" className="sheet-card-name" onClick={() => router.push(`/sheets/${sheet.id}`)}>
                  {sheet.name}
                </button>
              )}
              <span className="quiet sheet-card-note">{sheet.note}</span>
              <span className="quiet mono sheet-card-date" suppressHydrationWarning>
                {new Date(sheet.changedAt).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}
              </span>
              <Dropdown
                trigger={["click"]}
                menu={{
                  items: [
                    { key: "rename", label: "Rename", onClick: () => setRenaming({ id: sheet.id, name: sheet.name }) },
                    { key: "duplicate", label: "Duplicate", onClick: () => duplicate(sheet) },
                    { key: "delete", label: "Delete", danger: true, onClick: () => remove(sheet) },
                  ],
                }}
              >
                <Button size="small" className="sheet-card-more" aria-label={`More for ${sheet.name}`}>
                  More
                </Button>
              </Dropdown>
            </div>
          </li>
        ))}
      </ul>
    </main>
  );
}
