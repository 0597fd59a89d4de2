"use client";

import { formatScript, type Occurrences, occurrencesAt, renameEdits } from "@vertexon/notation";
import { App, Button, Dropdown, Input, Modal } from "antd";
import { type RefObject, useState } from "react";
import { plural } from "@/format/numbers";
import type { ScriptHandle } from "./script-editor";

/** What can be done with the script as text. Each is one step that can be undone. */
export function ScriptMenu({ editor }: { editor: RefObject<ScriptHandle | null> }) {
  const { message } = App.useApp();
  const [renaming, setRenaming] = useState<{ what: Occurrences; next: string } | null>(null);

  const atCursor = (): Occurrences | null => {
    const handle = editor.current;
    const found = handle && occurrencesAt(handle.text(), handle.cursor());
    if (!found?.definition) void message.info("Put the cursor on a name that this sheet defines first");
    return found?.definition ? found : null;
  };
  const format = () => {
    const text = editor.current?.text() ?? "";
    const tidy = formatScript(text);
    if (tidy === text) void message.info("The script is tidy already");
    else editor.current?.edit([{ from: 0, to: text.length, insert: tidy }]);
  };
  const goToDefinition = () => {
    const found = atCursor();
    if (!found?.definition) return;
    editor.current?.reveal(found.definition);
    editor.current?.focus();
  };
  const rename = () => {
    if (!renaming) return;
    try {
      editor.current?.edit(renameEdits(editor.current.text(), renaming.what, renaming.next.trim()));
      setRenaming(null);
    } catch (error) {
      void message.error((error as Error).message);
    }
  };
  return (
    <>
      <Dropdown
        trigger={["click"]}
        menu={{
          items: [
            { key: "find", label: "Find and replace", onClick: () => editor.current?.find() },
            { key: "definition", label: "Go to definition", onClick: goToDefinition },
            {
              key: "rename",
              label: "Rename everywhere",
              onClick: () => {
                const what = atCursor();
                if (what) setRenaming({ what, next: what.name });
              },
            },
            { key: "format", label: "Tidy up", onClick: format },
          ],
        }}
      >
        <Button size="small" type="text">
          Edit
        </Button>
      </Dropdown>
      <Modal
        open={renaming !== null}
        title={renaming && `Rename ${renaming.what.name} in ${plural(renaming.what.places.length, "place")}`}
        okText="Rename"
        onOk={rename}
        onCancel={() => setRenaming(null)}
        destroyOnHidden
      >
        <Input
          autoFocus
          className="mono"
          aria-label="New name"
          value={renaming?.next ?? ""}
          onChange={(event) => renaming && setRenaming({ ...renaming, next: event.target.value })}
          onPressEnter={rename}
        />
      </Modal>
    </>
  );
}
