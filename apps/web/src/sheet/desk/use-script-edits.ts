import { applyEdits, type TextEdit } from "@vertexon/notation";
import { type RefObject, useCallback, useEffect, useRef } from "react";
import type { Change } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import type { Live } from "../model/answers";
import type { ScriptHandle } from "../script/script-editor";
import { LONG, REST } from "./use-evaluation";

type Edits = (view: SheetView, script: string) => TextEdit[] | null;

/**
 * Edits of the script that need positions in the very text that is there: while that is being evaluated, the newest
 * edit waits. In a drag the text runs ahead of a long script's editor, which follows at every rest, and at the end.
 */
export function useScriptEdits(
  editor: RefObject<ScriptHandle | null>,
  live: Live,
  evaluate: (script: string, change: Change) => void,
) {
  const waiting = useRef<{ edits: Edits; drag: boolean; ended: boolean } | null>(null);
  /** The text during a drag, where the editor's is older. */
  const ahead = useRef<string | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);

  /** Brings the editor to the text of the drag. */
  const catchUp = useCallback(() => {
    clearTimeout(resting.current);
    const handle = editor.current;
    const text = ahead.current;
    ahead.current = null;
    if (!handle || text === null) return;
    const change = differenceOf(handle.text(), text);
    if (change) handle.edit([change], { drag: true });
  }, [editor]);

  const edit = useCallback(
    (edits: Edits, { drag = false }: { drag?: boolean } = {}) => {
      const handle = editor.current;
      const now = live.current;
      if (!handle) return;
      if (!now || now.script !== (ahead.current ?? handle.text())) {
        waiting.current = { edits, drag, ended: false };
        return;
      }
      waiting.current = null; // an older one must not come after this
      if (!drag) catchUp();
      // A control may set once more what is there already: that is no step to be undone.
      const changes = edits(now.view, now.script)?.filter(
        ({ from, to, insert }) => now.script.slice(from, to) !== insert,
      );
      if (!changes?.length) return;
      if (!drag) return handle.edit(changes, { drag });
      ahead.current = applyEdits(now.script, changes);
      if (ahead.current.length <= LONG) return catchUp();
      evaluate(ahead.current, { base: now.script, edits: changes });
      clearTimeout(resting.current);
      resting.current = setTimeout(catchUp, REST);
    },
    [editor, live, evaluate, catchUp],
  );

  const endDrag = useCallback(() => {
    // A drag's last edit may still wait: it belongs to the drag.
    if (waiting.current) waiting.current.ended = true;
    else {
      catchUp();
      editor.current?.newStep();
    }
  }, [editor, catchUp]);

  useEffect(
    () =>
      live.subscribe(() => {
        const next = waiting.current;
        waiting.current = null;
        if (!next) return;
        edit(next.edits, { drag: next.drag });
        if (next.ended) endDrag();
      }),
    [live, edit, endDrag],
  );

  /** The user changed the text or gave up: what waits was meant for the text before, and so was what a drag had ahead. */
  const forget = useCallback(() => {
    waiting.current = null;
    ahead.current = null;
  }, []);
  return { edit, endDrag, forget };
}

/** The stretch in which two texts differ, as one edit; null where they are the same. */
function differenceOf(before: string, after: string): TextEdit | null {
  if (before === after) return null;
  const most = Math.min(before.length, after.length);
  let from = 0;
  while (from < most && before.charCodeAt(from) === after.charCodeAt(from)) from++;
  let end = 0;
  while (end < most - from && before.charCodeAt(before.length - 1 - end) === after.charCodeAt(after.length - 1 - end))
    end++;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}
