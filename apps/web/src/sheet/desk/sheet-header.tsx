"use client";

import { Button, Input } from "antd";
import { useRouter } from "next/navigation";
import { memo, useState } from "react";
import type { SaveState } from "./sheet-saver";

interface Props {
  name: string;
  note: string;
  saveState: SaveState;
  onRename(name: string): void;
  onLoadNewest(): void;
  onSaveCopy(): void;
}

export const SheetHeader = memo(function SheetHeader(props: Props) {
  const { name, note, saveState, onRename, onLoadNewest, onSaveCopy } = props;
  const router = useRouter();
  const [editing, setEditing] = useState<string | null>(null);
  const finish = () => {
    const next = editing?.trim();
    if (next && next !== name) onRename(next);
    setEditing(null);
  };
  return (
    <header className="sheet-head">
      {editing === null ? (
        <button type="button" className="sheet-name" title="Rename this sheet" onClick={() => setEditing(name)}>
          {name}
        </button>
      ) : (
        <Input
          autoFocus
          size="small"
          className="sheet-name-input"
          value={editing}
          maxLength={120}
          aria-label="Name of the sheet"
          onChange={(event) => setEditing(event.target.value)}
          onBlur={finish}
          onPressEnter={finish}
          onKeyDown={(event) => event.key === "Escape" && setEditing(null)}
        />
      )}
      <span className="quiet">{note}</span>
      <Saved state={saveState} onLoadNewest={onLoadNewest} onSaveCopy={onSaveCopy} />
      <span className="grow" />
      <Button onClick={() => router.push("/")}>All sheets</Button>
      <Button onClick={() => router.push("/notation")}>Notation</Button>
    </header>
  );
});

function Saved({ state, onLoadNewest, onSaveCopy }: { state: SaveState; onLoadNewest(): void; onSaveCopy(): void }) {
  switch (state.kind) {
    case "saved":
      return (
        <output className="saved" data-testid="save-state" suppressHydrationWarning>
          saved {state.at.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
        </output>
      );
    case "waiting":
      return (
        <output className="saved" data-testid="save-state">
          not saved yet
        </output>
      );
    case "saving":
      return (
        <output className="saved" data-testid="save-state">
          saving …
        </output>
      );
    case "failed":
      return (
        <output className="saved not-saved" data-testid="save-state">
          not saved: {state.message}
        </output>
      );
    case "stale":
      return (
        <output className="saved not-saved" data-testid="save-state">
          not saved: changed elsewhere{" "}
          <Button size="small" onClick={onSaveCopy}>
            Save mine as a copy
          </Button>{" "}
          <Button size="small" onClick={onLoadNewest}>
            Load the newer one
          </Button>
        </output>
      );
  }
}
