"use client";

import { type PointerEvent as ReactPointerEvent, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { useChoice } from "../model/choice";
import { type HandleSpot, movedWith, type Picked } from "../model/handles";
import { useLayers } from "../model/layers";
import { boundsOfAll, distanceBehind, type NamedShape } from "../model/scene";
import type { StationPlan } from "../model/station";
import { Backdrop } from "./backdrop";
import { type Camera, decimalsAt, toPlan, toScreen } from "./camera";
import { CursorStrip } from "./cursor-strip";
import { drawPlan, handleSpots } from "./draw-plan";
import { Gesture } from "./gesture";
import { isDriven } from "./grip-text";
import { cornerAt, edgeAt, shapeAt } from "./hit";
import type { Box } from "./labels";
import { closesDraft, type OutlineDraft } from "./outline-draft";
import { PlanButtons } from "./plan-buttons";
import { NO_SNAP, type Snapped, snapped } from "./snap";
import { useCamera } from "./use-camera";
import { useCloudPicture } from "./use-cloud-picture";
import { useFieldPicture } from "./use-field-picture";
import { useInspection } from "./use-inspection";
import { usePlanEdits } from "./use-plan-edits";
import { useSampleValues } from "./use-sample-values";
import { useSnap } from "./use-snap";
import "./plan.css";

interface Props {
  view: SheetView;
  thread: SheetThread;
  /** How the plan looks and answers. */
  how: StationPlan;
  /** The shape that the station is about. */
  shape: NamedShape | null;
  images: ReadonlyMap<string, HTMLImageElement>;
}

const NOTHING: ReadonlySet<string> = new Set();

const GRIP = 10;
/** Pixels that the pointer may move between press and release for it to count as a click. */
const STILL = 4;

export function Plan({ view, thread, how, shape, images }: Props) {
  const { isField, isEdited, isAsked } = how;
  const { chosen, picked, choose, pick } = useChoice();
  const layers = useLayers();
  const edits = usePlanEdits(thread);
  /** What is being clicked point by point for a panel. */
  const line = layers.findLast((layer) => layer.line)?.line ?? null;
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const { seen, zoomBy, zoomTo, fitAll, panBy } = useCamera(frame, canvas, view.plan);
  const [resting, setPointer] = useState<[number, number] | null>(null);
  // During a drag every move brings a new view, which renders anyway: the pointer need not do so once more.
  const dragged = useRef<[number, number] | null>(null);
  const pointer = dragged.current ?? resting;
  const [grip, setGrip] = useState<HandleSpot | null>(null);
  const [draft, setDraft] = useState<OutlineDraft | null>(null);
  const [snap, setSnap] = useState<Snapped | null>(null);
  const [snapping, setSnapping] = useSnap();
  /** Set while a handle is dragged. */
  const [backdrop, setBackdrop] = useState<Backdrop | null>(null);

  const at = useMemo(() => {
    if (!seen || !pointer) return null;
    const [x, y] = toPlan(seen, pointer[0], pointer[1]);
    return { x, y };
  }, [seen, pointer]);
  const closing = draft !== null && seen !== null && pointer !== null && closesDraft(seen, draft, ...pointer);
  const contours = layers.findLast((layer) => layer.contours)?.contours ?? null;
  const measured = contours?.of ?? shape?.name ?? null;
  const fieldShape = isField ? measured : (contours?.of ?? null);
  const inspected = useInspection(thread, view, backdrop ? null : measured, at);
  const { picture, notice } = useFieldPicture(thread, view, fieldShape, seen, contours);
  const hasLevels = contours?.aspect !== "difference" && contours?.aspect !== "steepness";
  const samples = useSampleValues(thread, view, layers, seen);
  const cloud = useCloudPicture(layers, seen);
  /** What a panel does with the next drag. */
  const onDrag = layers.findLast((layer) => layer.onDrag)?.onDrag ?? null;
  const asked = isField ? measured && distanceBehind(view, measured) : chosen;
  const spots = useMemo(() => handleSpots(view, how, asked, shape), [view, how, asked, shape]);

  /** What went wrong while drawing: said in place of the plan. */
  const [failure, setFailure] = useState<Error | null>(null);
  if (failure) throw failure;
  const draw = useRef(() => {});
  draw.current = () => {
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
    const covered = [...element.parentElement!.querySelectorAll<HTMLElement>(".plan-buttons, .plan-hint")].map(boxOf);
    const still = { camera: seen, view, how, chosen, shape, layers, picked, images, spots, picture, cloud, samples };
    drawPlan(ctx, { ...still, draft, closing, grip, pointer, at, inspected, snap, covered }, backdrop);
  };
  // Once a frame, however often something changes in between.
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      try {
        draw.current();
      } catch (error) {
        setFailure(error as Error);
      }
    });
    return () => cancelAnimationFrame(frame);
  });

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

  /** Where a pixel is taken to be: `moved` are the definitions that go along with `moving`. */
  const place = (
    camera: Camera,
    px: number,
    py: number,
    free: boolean,
    moving: HandleSpot | null,
    moved: ReadonlySet<string> = NOTHING,
  ): Snapped => {
    const anchors = moving && shape ? neighboursOf(shape, moving) : (draft ?? line?.points ?? []).slice(-1);
    return snapped(camera, view, free ? NO_SNAP : snapping, [px, py], { skip: moved, anchors });
  };

  const fitPlan = () => fitAll(boundsOfAll(view));

  /** The press that is going on; further pointers join it. */
  const gesture = useRef<Gesture | null>(null);
  const press = ({ nativeEvent: event, currentTarget: element }: ReactPointerEvent<HTMLCanvasElement>) => {
    if (!seen || event.button > 1) return;
    element.setPointerCapture(event.pointerId);
    if (gesture.current) return gesture.current.join(event);
    element.focus();
    const { offsetX: px, offsetY: py, button } = event;
    const isFree = draft !== null || line !== null || onDrag !== null;
    const given = button === 0 && onDrag && !draft ? onDrag : null;
    const start = given && place(seen, px, py, event.altKey, null);
    const spot = button === 0 && !isFree ? spotAt(px, py) : null;
    const corner = button === 0 && !isFree && isEdited && shape ? cornerAt(seen, shape, px, py) : null;
    const taken = spot && isDriven(spot.handle) ? edits.take(spot) : null;
    const isFixed = !taken && (spot !== null || corner !== null);
    let last: [number, number] = [px, py];
    let isMoving = false;
    const lifted = spot && taken ? new Backdrop(movedWith(view, spot)) : null;
    gesture.current = new Gesture(
      element,
      event,
      {
        move(now, e) {
          const isFirst = !isMoving;
          isMoving ||= Math.hypot(now[0] - px, now[1] - py) > STILL;
          if (!isMoving) return;
          if (given && start) {
            dragged.current = now;
            given.move(start, place(seen, now[0], now[1], e.altKey, null));
          } else if (isFixed) {
            if (isFirst) edits.sayFixed({ handle: spot && { definition: spot.definition, index: spot.index }, corner });
          } else if (taken) {
            dragged.current = now;
            setBackdrop(lifted);
            const to = place(seen, now[0], now[1], e.altKey, spot, lifted?.moved);
            setSnap(to.what ? to : null);
            taken.move(to.x, to.y, to.decimals);
          } else {
            // Computed now: React may run the update after the next move has come in.
            panBy(now[0] - last[0], now[1] - last[1]);
          }
          last = now;
        },
        pinch(middle, [dx, dy], factor) {
          panBy(dx, dy);
          zoomTo(...middle, factor);
        },
        end(how, e) {
          const at = dragged.current;
          if (at) setPointer(at);
          dragged.current = null;
          if (given && start && at) {
            if (how === "let go") given.end(start, place(seen, at[0], at[1], e.altKey, null));
            else given.cancel();
          }
          setBackdrop(null);
          taken?.release();
          setSnap(null);
          if (how === "let go" && !isMoving && button === 0) click(px, py, spot, e.altKey);
        },
      },
      () => {
        gesture.current = null;
      },
    );
  };

  const click = (px: number, py: number, spot: HandleSpot | null, free: boolean) => {
    if (!seen) return;
    const [x, y] = toPlan(seen, px, py);
    if (draft) {
      if (closesDraft(seen, draft, px, py)) return finishDraft();
      const to = place(seen, px, py, free, null);
      return setDraft([...draft, rounded(to)]);
    }
    const to = rounded(place(seen, px, py, free, null));
    if (onDrag || layers.some(({ onPlace }) => onPlace?.(x, y, to))) return;
    const corner = isEdited && shape ? cornerAt(seen, shape, px, py) : null;
    if (spot) choose(spot.definition);
    if (spot || corner) return pick({ handle: spot && { definition: spot.definition, index: spot.index }, corner });
    pick(null);
    if (isAsked) return edits.probe(x, y);
    // A double click on an edge of the chosen shape adds a vertex there, whatever lies above it.
    if (isEdited && shape?.name === chosen && edgeAt(seen, shape, px, py)) return;
    const hit = shapeAt(canvas.current, seen, view, px, py, chosen);
    if (hit) choose(hit);
  };

  const insertAt = (px: number, py: number) => {
    if (!seen || draft || !isEdited || !shape || spotAt(px, py)) return;
    const edge = edgeAt(seen, shape, px, py);
    if (edge) edits.insert(edge.subpath, edge.corner, edge.x, edge.y, decimalsAt(seen));
  };

  const finishDraft = () => {
    if (draft && draft.length >= 3) edits.addOutline(draft);
    setDraft(null);
    setSnap(null);
  };
  const startDraft = useCallback(() => {
    setDraft([]);
    canvas.current?.focus();
  }, []);
  const cancelDraft = useCallback(() => setDraft(null), []);

  const arrow = (dx: number, dy: number, fine: boolean, far: boolean) => {
    if (!seen) return;
    if (!picked || !isEdited) return panBy(-40 * dx, -40 * dy);
    const step = far ? 10 : fine ? 0.1 : 1;
    void edits.nudge(dx * step, (view.plan.yDown ? 1 : -1) * dy * step);
  };
  const onKey = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey) return;
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const keys = new Map<string, () => void>([
      ["+", () => zoomBy(1.25)],
      ["=", () => zoomBy(1.25)],
      ["-", () => zoomBy(0.8)],
      ["Home", fitPlan],
    ]);
    const direction = arrows[event.key];
    if (direction) keys.set(event.key, () => arrow(...direction, event.altKey, event.shiftKey));
    if (draft) {
      keys.set("Escape", () => setDraft(null));
      keys.set("Backspace", () => setDraft(draft.slice(0, -1)));
      keys.set("Enter", finishDraft);
    } else if (onDrag) keys.set("Escape", onDrag.cancel);
    else if (line) {
      keys.set("Escape", line.onClear);
      keys.set("Backspace", line.onBack);
    } else if (picked && isEdited) {
      keys.set("Escape", () => pick(null));
      keys.set("Delete", edits.removePicked);
      keys.set("Backspace", edits.removePicked);
      keys.set("PageDown", () => pick(stepped(picked, shape, 1)));
      keys.set("PageUp", () => pick(stepped(picked, shape, -1)));
    }
    const run = keys.get(event.key);
    if (!run || (event.altKey && !direction)) return;
    event.preventDefault();
    run();
  };

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
          style={{ cursor: draft || line || onDrag || isAsked ? "crosshair" : grip ? "grab" : "default" }}
          onPointerDown={press}
          onPointerMove={({ nativeEvent }) => {
            const { offsetX: px, offsetY: py } = nativeEvent;
            if (backdrop) return; // what is dragged stays the one that is held
            setPointer([px, py]);
            if (seen) for (const { onHover } of layers) onHover?.(place(seen, px, py, nativeEvent.altKey, null));
            setGrip(draft || line ? null : spotAt(px, py));
            if ((draft || line) && seen) {
              const to = place(seen, px, py, nativeEvent.altKey, null);
              setSnap(to.what ? to : null);
            }
          }}
          onPointerLeave={() => {
            setPointer(null);
            for (const { onHover } of layers) onHover?.(null);
            setGrip(null);
          }}
          onDoubleClick={({ nativeEvent }) => insertAt(nativeEvent.offsetX, nativeEvent.offsetY)}
          onKeyDown={onKey}
        />
        {draft && (
          <div className="plan-hint">
            {draft.length < 3
              ? "Click the corners one after the other"
              : "Click the first corner, or press Enter, to close the outline"}
            <span className="quiet"> · Backspace takes one back · Escape cancels</span>
          </div>
        )}
        {!draft && onDrag && (
          <div className="plan-hint">
            {onDrag.hint}
            <span className="quiet"> · Escape cancels</span>
          </div>
        )}
        {!draft && !onDrag && picked && isEdited && (
          <div className="plan-hint">
            Arrow keys move it by 1 <span className="quiet">(Shift 10, Alt 0.1)</span>
            {picked.corner && <span className="quiet"> · Page keys: next vertex · Delete removes it</span>}
          </div>
        )}
        {!draft && !onDrag && notice && (
          <div className="plan-hint is-late" role="status">
            {notice}
          </div>
        )}
        <PlanButtons
          scale={seen?.scale ?? null}
          interval={hasLevels ? (picture?.picture.request.interval ?? null) : null}
          drawing={isEdited ? draft !== null : null}
          onOutline={draft ? cancelDraft : startDraft}
          snapping={snapping}
          onSnapping={setSnapping}
          onZoom={zoomBy}
          onFit={fitPlan}
        />
      </div>
      <CursorStrip
        plan={view.plan}
        at={at}
        inspected={inspected}
        isField={isField}
        onFlip={edits.flip}
        decimals={seen ? Math.max(2, decimalsAt(seen)) : 2}
      />
    </div>
  );
}

function rounded({ x, y, decimals }: Snapped): { x: number; y: number } {
  return { x: Number(x.toFixed(decimals)), y: Number(y.toFixed(decimals)) };
}

/** The corner that comes after a picked one, or before it, around its subpath. */
function stepped(picked: Picked, shape: NamedShape | null, by: number): Picked {
  const { corner } = picked;
  const corners = corner && shape && corner.shape === shape.name ? shape.shape.corners[corner.subpath] : null;
  if (!corner || !corners) return picked;
  const n = corners.length / 2;
  return { handle: null, corner: { ...corner, index: (corner.index + by + n) % n } };
}

/** The corners before and after one that is dragged. */
function neighboursOf({ definition, shape }: NamedShape, spot: HandleSpot): { x: number; y: number }[] {
  if (spot.definition !== definition || spot.handle.role !== "vertex") return [];
  for (const c of shape.corners)
    for (let i = 0; i < c.length; i += 2)
      if (Math.hypot(c[i] - spot.x, c[i + 1] - spot.y) < 1e-9 * (1 + Math.abs(spot.x) + Math.abs(spot.y)))
        return [i - 2, i + 2].map((k) => {
          const at = (k + c.length) % c.length;
          return { x: c[at], y: c[at + 1] };
        });
  return [];
}

function boxOf({ offsetLeft: left, offsetTop: top, offsetWidth, offsetHeight }: HTMLElement): Box {
  return { left, top, right: left + offsetWidth, bottom: top + offsetHeight };
}
