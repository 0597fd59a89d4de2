import { transformPoint } from "@vertexon/geometry";
import {
  addProbePoint,
  axisSenseEdits,
  driverPlace,
  type Handle,
  isUnmoved,
  moveHandle,
  type Pull,
  stays,
  writeNumber,
} from "@vertexon/notation";
import { App } from "antd";
import { useCallback } from "react";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { useLive } from "../model/answers";
import { appendedLine, freshName } from "../model/append";
import { useChoice } from "../model/choice";
import { useEdits } from "../model/edits";
import type { HandleRef, Picked } from "../model/handles";
import { probesOf, shapeBehind, shapesOf } from "../model/scene";
import { useVertexChange } from "../model/use-vertex-change";
import { isDriven } from "./grip-text";
import { whyFixed } from "./why-fixed";

const STAYS =
  "Dragging cannot move this: a later step of the script, such as fit or place, puts the shape there. Change the numbers of that step.";

/** What is done on the plan, as edits of the script. */
export function usePlanEdits(thread: SheetThread) {
  const { message } = App.useApp();
  const { edit, endDrag, newStep, setMoving } = useEdits();
  const { chosen, picked, take: takeUp, pick } = useChoice();
  const live = useLive();
  const changeVertices = useVertexChange();

  /** How a handle of what is on the plan now follows its numbers, where it does not follow as its place says. */
  const pullOf = useCallback(
    ({ definition, index }: HandleRef): Promise<Pull | null> => {
      const asked = thread.ask(live.current?.view ?? null, "pull", { name: definition, index });
      return asked.catch(() => null); // what broke down is said by the evaluation
    },
    [thread, live],
  );

  const take = useCallback(
    (handle: HandleRef) => {
      const has = live.current?.view.definitions.find(({ name: n }) => n === handle.definition)?.handles[handle.index];
      if (!has) return null;
      newStep();
      takeUp(handle.definition);
      setMoving(true);
      let pull: Pull | null = null;
      let isKnown = isUnmoved(has);
      let isSaid = false;
      let last: [x: number, y: number, decimals: number] | null = null;
      const go = (): void => {
        if (!last || !isKnown) return;
        if (stays(pull)) {
          if (!isSaid) void message.info(STAYS);
          isSaid = true;
          return;
        }
        const [x, y, decimals] = last;
        edit(
          (current) => {
            const definition = current.definitions.find((each) => each.name === handle.definition);
            const spot = definition?.handles[handle.index];
            if (!definition || !spot) return null;
            return moveHandle(spot, (other) => driverPlace(current, other ?? handle.definition), x, y, decimals, pull);
          },
          { drag: true },
        );
      };
      const end = (): void => {
        endDrag();
        setMoving(false);
      };
      const known = isKnown ? null : pullOf(handle);
      void known?.then((found) => {
        pull = found;
        isKnown = true;
        go();
      });
      return {
        move(x: number, y: number, decimals: number) {
          last = [x, y, decimals];
          go();
        },
        release: () => (known ? void known.then(end) : end()),
      };
    },
    [edit, endDrag, newStep, setMoving, live, message, takeUp, pullOf],
  );

  const probe = useCallback(
    (x: number, y: number) => {
      edit((current, text) => {
        const asked = shapeBehind(current, chosen);
        if (!asked) return null;
        const [px, py] = [writeNumber(x, 2), writeNumber(y, 2)];
        const existing = current.definitions.find(({ value }) =>
          probesOf(value).some(({ shape }) => shape === asked.name),
        );
        const { from, to } = existing?.span ?? { from: 0, to: 0 };
        const added = existing && addProbePoint(text.slice(from, to), from, px, py);
        if (added) return [added];
        return appendedLine(text, `${freshName(current, "asked")} = probe(${asked.name}, at: (${px}, ${py}))`);
      });
    },
    [edit, chosen],
  );

  const removePicked = useCallback(() => {
    const corner = picked?.corner;
    if (!corner) return;
    changeVertices({ kind: "remove", subpath: corner.subpath, corner: corner.index });
    pick(null);
  }, [changeVertices, picked, pick]);

  const nudge = useCallback(
    async (dx: number, dy: number) => {
      const now = live.current && picked && handleOf(live.current.view, picked);
      const pull = now && !isUnmoved(now.handle) ? await pullOf(now.ref) : null;
      if (stays(pull)) return void message.info(STAYS);
      edit((current) => {
        const found = picked && handleOf(current, picked);
        if (!found || !isDriven(found.handle)) {
          if (picked) void message.info(whyFixed(current, picked));
          return null;
        }
        const { handle, ref } = found;
        const [x, y] = transformPoint(handle.map, handle.x, handle.y);
        return moveHandle(handle, (other) => driverPlace(current, other ?? ref.definition), x + dx, y + dy, 9, pull);
      });
    },
    [edit, live, picked, message, pullOf],
  );

  const sayFixed = useCallback(
    (wanted: Picked) => {
      const now = live.current?.view;
      if (now) void message.info(whyFixed(now, wanted));
    },
    [live, message],
  );

  const addOutline = useCallback(
    (corners: readonly { x: number; y: number }[]) => {
      const points = corners.map(({ x, y }) => `(${writeNumber(x, 12)}, ${writeNumber(y, 12)})`).join(", ");
      edit((current, text) => appendedLine(text, `${freshName(current, "outline")} = polygon(${points})`));
    },
    [edit],
  );

  const insert = useCallback(
    (subpath: number, corner: number, x: number, y: number, decimals: number) =>
      changeVertices({ kind: "insert", subpath, corner, x, y, decimals }),
    [changeVertices],
  );
  const flip = useCallback(() => edit((current, text) => axisSenseEdits(text, !current.plan.yDown)), [edit]);

  return { take, probe, removePicked, nudge, sayFixed, addOutline, insert, flip };
}

/** The handle that was picked, or one that lies where the picked corner is. */
function handleOf(view: SheetView, { handle: ref, corner }: Picked): { handle: Handle; ref: HandleRef } | null {
  if (ref) {
    const handle = view.definitions.find(({ name }) => name === ref.definition)?.handles[ref.index];
    return handle ? { handle, ref } : null;
  }
  const shape = corner && shapesOf(view).find(({ name }) => name === corner.shape);
  const corners = shape?.shape.corners[corner?.subpath ?? 0];
  if (!corner || !shape || !corners) return null;
  const [x, y] = [corners[2 * corner.index], corners[2 * corner.index + 1]];
  const size = 1e-9 * (1 + Math.abs(x) + Math.abs(y));
  // Its own handles first: another one may happen to lie there.
  const inOrder = [...view.definitions].sort(
    (a, b) => Number(b.name === shape.definition) - Number(a.name === shape.definition),
  );
  for (const { name, handles } of inOrder)
    for (const [index, handle] of handles.entries()) {
      const [hx, hy] = transformPoint(handle.map, handle.x, handle.y);
      if (handle.role !== "number" && Math.hypot(hx - x, hy - y) < size)
        return { handle, ref: { definition: name, index } };
    }
  return null;
}
