import { occurrencesAt } from "@vertexon/notation";
import { type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { SheetView } from "@/worker/sheet-view";
import type { Live } from "../model/answers";
import type { Choice, ClickedName } from "../model/choice";
import type { Picked } from "../model/handles";
import { definitionBehind, isAboutShape, shapeInQuestion } from "../model/scene";
import type { ScriptHandle } from "../script/script-editor";

/** What the user is at, and how the cursor in the script changes that. `isCombined`: it is about combined shapes. */
export function useOwnChoice(
  live: Live,
  view: SheetView | null,
  editor: RefObject<ScriptHandle | null>,
  isCombined: boolean,
): { choice: Choice; followCursor(position: number, clicked: boolean): void } {
  const [chosen, setChosen] = useState<string | null>(null);
  const [picked, pick] = useState<Picked | null>(null);
  const [clickedName, setClickedName] = useState<ClickedName | null>(null);

  const take = useCallback(
    (wanted: string) => {
      const now = live.current?.view;
      if (!now || isAboutShape(now, wanted)) setChosen(wanted);
    },
    [live],
  );
  const choose = useCallback(
    (wanted: string) => {
      take(wanted);
      const now = live.current?.view;
      const name = now && definitionBehind(now, wanted);
      const definition = now?.definitions.find((each) => each.name === name);
      if (definition) editor.current?.reveal(definition.nameSpan);
    },
    [live, editor, take],
  );
  /** Where the script was clicked while it was being evaluated. */
  const missed = useRef<number | null>(null);
  const followCursor = useCallback(
    (position: number, clicked: boolean) => {
      const now = live.current;
      if (!now || now.script !== editor.current?.text()) {
        if (clicked) missed.current = position;
        return;
      }
      if (clicked)
        setClickedName((before) => ({
          name: occurrencesAt(now.script, position)?.name ?? "",
          times: (before?.times ?? 0) + 1,
        }));
      const here = now.view.definitions.find(({ span }) => position >= span.from && position <= span.to);
      if (here?.value) take(here.name);
    },
    [live, editor, take],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: each new view may be the one that was waited for
  useEffect(() => {
    const position = missed.current;
    if (position === null || live.current?.script !== editor.current?.text()) return;
    missed.current = null;
    followCursor(position, true);
  }, [view, live, editor, followCursor]);

  const shape = useMemo(() => view && shapeInQuestion(view, chosen, isCombined), [view, chosen, isCombined]);
  const choice = useMemo(
    () => ({ chosen, shape, picked, clickedName, choose, take, pick }),
    [chosen, shape, picked, clickedName, choose, take],
  );
  return { choice, followCursor };
}
