"use client";

import { type PointerEvent as ReactPointerEvent, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { rgb, tokens } from "@/theme/tokens";
import type { SheetThread } from "@/worker/sheet-thread";
import type { Inspection, SheetView } from "@/worker/views";
import type { Station } from "../stations/station";
import { type Camera, decimalsAt, fit, pan, RULER, toPlan, toScreen, visible, zoomAt } from "./camera";
import { CursorStrip } from "./cursor-strip";
import { drawPlan, handleSpots } from "./draw-plan";
import { onScreen, regionPath } from "./draw-shapes";
import { closesDraft, type OutlineDraft } from "./outline-draft";
import { type DrawnPicture, type HandleRef, type HandleSpot, type Lit, type NamedShape, shapesOf } from "./scene";

interface Props {
  view: SheetView;
  thread: SheetThread;
  station: Station;
  chosen: string | null;
  shape: NamedShape | null;
  lit: Lit;
  interval: number;
  reach: number;
  onChoose(name: string): void;
  onProbe(x: number, y: number): void;
  /** An outline was clicked to its end. */
  onOutline(corners: OutlineDraft): void;
  /** The axis sense is to be the other one. */
  onFlip(): void;
  /** A handle was taken; the returned functions move it and let it go. */
  onTake(handle: HandleRef): { move(x: number, y: number, decimals: number): void; release(): void } | null;
}

const GRIP = 10;
/** Pixels that the pointer may move between press and release for it to count as a click. */
const STILL = 4;

export function Plan(props: Props) {
  const { view, thread, station, chosen, shape, lit, interval, reach } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [camera, setCamera] = useState<Camera | null>(null);
  const [pointer, setPointer] = useState<[number, number] | null>(null);
  const [grip, setGrip] = useState<HandleSpot | null>(null);
  const [draft, setDraft] = useState<OutlineDraft | null>(null);
  const yDown = view.plan.yDown;

  // The canvas fills its frame; the first size known fits the plan into view.
  const planBox = useRef({ minX: 0, minY: 0, maxX: view.plan.width, maxY: view.plan.height });
  planBox.current = { minX: 0, minY: 0, maxX: view.plan.width, maxY: view.plan.height };
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      if (width < 1 || height < 1) return;
      setCamera((old) => {
        if (old) return { ...old, width, height };
        return fit({ scale: 1, x: 0, y: 0, yDown, width, height }, planBox.current);
      });
    });
    if (frame.current) observer.observe(frame.current);
    return () => observer.disconnect();
  }, [yDown]);
  const seen = useMemo(() => camera && { ...camera, yDown }, [camera, yDown]);

  const at = useMemo(() => {
    if (!seen || !pointer) return null;
    const [x, y] = toPlan(seen, pointer[0], pointer[1]);
    return { x, y };
  }, [seen, pointer]);
  const inspection = useInspection(thread, view, shape?.name ?? null, at);
  const closing = draft !== null && seen !== null && pointer !== null && closesDraft(seen, draft, ...pointer);
  const picture = useFieldPicture(
    thread,
    view,
    station === "field" ? (shape?.name ?? null) : null,
    seen,
    interval,
    reach,
  );
  const spots = useMemo(() => handleSpots(view, station, chosen, shape), [view, station, chosen, shape]);

  useEffect(() => {
    const element = canvas.current;
    if (!element || !seen) return;
    const ratio = window.devicePixelRatio || 1;
    const width = Math.round(seen.width * ratio);
    const height = Math.round(seen.height * ratio);
    if (element.width !== width || element.height !== height) {
      element.width = width;
      element.height = height;
    }
    const ctx = element.getContext("2d");
    if (!ctx) return;
    ctx.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawPlan(ctx, {
      camera: seen,
      draft,
      closing,
      view,
      station,
      chosen,
      shape,
      lit,
      spots,
      grip,
      picture,
      pointer,
      at,
      inspection,
    });
  });

  // React's wheel listeners are passive; zooming must keep the page still.
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const zoom = (event: WheelEvent) => {
      event.preventDefault();
      const factor = Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016));
      setCamera((old) => old && zoomAt({ ...old, yDown }, event.offsetX, event.offsetY, factor));
    };
    element.addEventListener("wheel", zoom, { passive: false });
    return () => element.removeEventListener("wheel", zoom);
  }, [yDown]);

  const spotAt = useCallback(
    (px: number, py: number): HandleSpot | null => {
      if (!seen) return null;
      let best: HandleSpot | null = null;
      let least = GRIP;
      for (const spot of spots) {
        const [x, y] = toScreen(seen, spot.x, spot.y);
        const distance = Math.hypot(x - px, y - py);
        if (distance < least) {
          least = distance;
          best = spot;
        }
      }
      return best;
    },
    [seen, spots],
  );

  const press = (event: ReactPointerEvent<HTMLCanvasElement>) => {
    if (!seen || event.button > 1) return;
    const element = event.currentTarget;
    const { offsetX: px, offsetY: py } = event.nativeEvent;
    element.setPointerCapture(event.pointerId);
    element.focus();
    const spot = event.button === 0 && !draft ? spotAt(px, py) : null;
    const taken = spot && props.onTake(spot);
    let last: [number, number] = [px, py];
    let travelled = 0;
    const cameraThen = seen;
    const move = (e: PointerEvent) => {
      const now: [number, number] = [e.offsetX, e.offsetY];
      travelled = Math.max(travelled, Math.hypot(now[0] - px, now[1] - py));
      if (travelled > STILL) {
        if (taken) {
          const [x, y] = toPlan(cameraThen, now[0], now[1]);
          taken.move(x, y, decimalsAt(cameraThen));
        } else {
          // Computed now: React may run the update after the next move has come in.
          const [dx, dy] = [now[0] - last[0], now[1] - last[1]];
          setCamera((old) => old && pan({ ...old, yDown }, dx, dy));
        }
        last = now;
      }
    };
    const end = (e: PointerEvent) => {
      element.removeEventListener("pointermove", move);
      element.removeEventListener("pointerup", end);
      element.removeEventListener("pointercancel", end);
      taken?.release();
      if (e.type === "pointerup" && travelled <= STILL && event.button === 0) click(px, py, spot);
    };
    element.addEventListener("pointermove", move);
    element.addEventListener("pointerup", end);
    element.addEventListener("pointercancel", end);
  };

  const click = (px: number, py: number, spot: HandleSpot | null) => {
    if (!seen) return;
    if (spot) return props.onChoose(spot.definition);
    const [x, y] = toPlan(seen, px, py);
    if (draft) {
      if (closesDraft(seen, draft, px, py)) return finishDraft();
      const decimals = decimalsAt(seen);
      return setDraft([...draft, { x: Number(x.toFixed(decimals)), y: Number(y.toFixed(decimals)) }]);
    }
    if (station === "probe") return props.onProbe(x, y);
    const hit = shapeAt(canvas.current, seen, view, px, py, chosen);
    if (hit) props.onChoose(hit);
  };

  const finishDraft = () => {
    if (draft && draft.length >= 3) props.onOutline(draft);
    setDraft(null);
  };
  const startDraft = () => {
    setDraft([]);
    canvas.current?.focus();
  };

  const zoomBy = (factor: number) =>
    setCamera((old) => old && zoomAt({ ...old, yDown }, (RULER + old.width) / 2, (RULER + old.height) / 2, factor));
  const fitAll = () => setCamera((old) => old && fit({ ...old, yDown }, planBox.current));
  const panBy = (dx: number, dy: number) => setCamera((old) => old && pan({ ...old, yDown }, dx, dy));
  const keys = new Map<string, () => void>([
    ["+", () => zoomBy(1.25)],
    ["=", () => zoomBy(1.25)],
    ["-", () => zoomBy(0.8)],
    ["Home", fitAll],
    ["ArrowLeft", () => panBy(40, 0)],
    ["ArrowRight", () => panBy(-40, 0)],
    ["ArrowUp", () => panBy(0, 40)],
    ["ArrowDown", () => panBy(0, -40)],
  ]);
  if (draft) {
    keys.set("Escape", () => setDraft(null));
    keys.set("Backspace", () => setDraft(draft.slice(0, -1)));
    keys.set("Enter", finishDraft);
  }

  return (
    <div className="plan">
      <div className="plan-frame" ref={frame}>
        <canvas
          ref={canvas}
          className="plan-canvas"
          data-testid="plan"
          tabIndex={0}
          aria-label="The plan: the shapes that the script computes"
          data-camera={seen ? JSON.stringify(seen) : undefined}
          style={{ cursor: draft || station === "probe" ? "crosshair" : grip ? "grab" : "default" }}
          onPointerDown={press}
          onPointerMove={({ nativeEvent }) => {
            setPointer([nativeEvent.offsetX, nativeEvent.offsetY]);
            setGrip(draft ? null : spotAt(nativeEvent.offsetX, nativeEvent.offsetY));
          }}
          onPointerLeave={() => {
            setPointer(null);
            setGrip(null);
          }}
          onKeyDown={(event) => {
            const run = event.ctrlKey || event.metaKey || event.altKey ? undefined : keys.get(event.key);
            if (!run) return;
            event.preventDefault();
            run();
          }}
        />
        {draft && (
          <div className="plan-hint">
            {draft.length < 3
              ? "Click the corners one after the other"
              : "Click the first corner, or press Enter, to close the outline"}
            <span className="quiet"> · Backspace takes one back · Escape cancels</span>
          </div>
        )}
        <div className="plan-buttons">
          {station === "define" && (
            <button type="button" aria-pressed={draft !== null} onClick={draft ? () => setDraft(null) : startDraft}>
              {draft ? "Cancel outline" : "Click an outline"}
            </button>
          )}
          <button type="button" onClick={() => zoomBy(1.25)} title="Zoom in (+)" aria-label="Zoom in">
            +
          </button>
          <button type="button" onClick={() => zoomBy(0.8)} title="Zoom out (−)" aria-label="Zoom out">
            −
          </button>
          <button type="button" onClick={fitAll} title="The whole plan in view (Home)">
            Fit
          </button>
          {seen && <span className="mono quiet">×{Number(seen.scale.toPrecision(3))}</span>}
        </div>
      </div>
      <CursorStrip
        plan={view.plan}
        at={at}
        name={shape?.name ?? null}
        inspection={inspection}
        onFlip={props.onFlip}
        decimals={seen ? Math.max(2, decimalsAt(seen)) : 2}
      />
    </div>
  );
}

/** The smallest shape at a pixel; the one chosen already gives way to the next one, so that a second click goes on. */
function shapeAt(
  canvas: HTMLCanvasElement | null,
  camera: Camera,
  view: SheetView,
  px: number,
  py: number,
  chosen: string | null,
): string | null {
  const ctx = canvas?.getContext("2d");
  if (!ctx) return null;
  ctx.save();
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  const hits = shapesOf(view)
    .filter(({ shape }) => ctx.isPointInPath(onScreen(regionPath(shape), camera), px, py, "evenodd"))
    .sort((a, b) => a.shape.area - b.shape.area)
    .map(({ name }) => name);
  ctx.restore();
  return hits.length ? hits[(hits.indexOf(chosen ?? "") + 1) % hits.length] : null;
}

/** Asks about the place under the pointer; only the newest question's answer counts. */
function useInspection(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  at: { x: number; y: number } | null,
): Inspection | null {
  const [answer, setAnswer] = useState<Inspection | null>(null);
  const x = at?.x;
  const y = at?.y;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new view is a new question
  useEffect(() => {
    if (name === null || x === undefined || y === undefined) return setAnswer(null);
    let current = true;
    thread
      .ask((service) => service.inspect(name, x, y))
      .then(
        (inspection) => current && setAnswer(inspection),
        () => current && setAnswer(null),
      );
    return () => {
      current = false;
    };
  }, [thread, view, name, x, y]);
  return answer;
}

/** Samples a field at every second pixel of what is in view, a moment after the view came to rest. */
function useFieldPicture(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  camera: Camera | null,
  interval: number,
  reach: number,
): DrawnPicture | null {
  const [drawn, setDrawn] = useState<DrawnPicture | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new view is a new question
  useEffect(() => {
    if (!name || !camera) return setDrawn(null);
    let current = true;
    const wait = setTimeout(() => {
      const box = visible(camera);
      const cell = 2 / camera.scale;
      const columns = Math.ceil((box.maxX - box.minX) / cell) + 1;
      const rows = Math.ceil((box.maxY - box.minY) / cell) + 1;
      const request = {
        x: box.minX,
        y: box.minY,
        cell,
        columns,
        rows,
        upscale: 2,
        interval,
        reach,
        flipped: !camera.yDown,
        tint: rgb(tokens.plum),
      };
      thread
        .ask((service) => service.fieldPicture(name, request))
        .then((picture) => {
          if (!current || !picture) return;
          const image = document.createElement("canvas");
          image.width = picture.width;
          image.height = picture.height;
          const pixels = new Uint8ClampedArray(picture.pixels);
          image.getContext("2d")?.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
          setDrawn({ picture, image });
        })
        .catch(() => undefined);
    }, 60);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [thread, view, name, camera, interval, reach]);
  return name ? drawn : null;
}
