import type { SheetView } from "@/worker/sheet-view";
import { shapesOf } from "../model/scene";
import { type Camera, decimalsAt, toPlan, toScreen } from "./camera";
import { gridSteps } from "./draw-grid";
import { nearestEdge } from "./nearest-edge";

/** What a place that is dragged or clicked may snap to. */
export interface SnapSettings {
  grid: boolean;
  vertices: boolean;
  edges: boolean;
  angles: boolean;
}

export const NO_SNAP: SnapSettings = { grid: false, vertices: false, edges: false, angles: false };

/** A place, rounded to `decimals` or exactly on something; `what` says on what. */
export interface Snapped {
  x: number;
  y: number;
  decimals: number;
  what: string | null;
}

interface Around {
  /** Definitions that move along, and so are nothing to snap to. */
  skip: ReadonlySet<string>;
  /** Places that directions are measured from. */
  anchors: readonly { x: number; y: number }[];
}

/** Pixels within which a place snaps. */
const NEAR = 9;
const ANGLE_STEP = Math.PI / 12;
/** Digits for places that are computed, such as the foot on an edge. */
const EXACT = 9;

/** The place under a pixel, on a vertex if one is near, or else on an edge, in a whole direction, or on the grid. */
export function snapped(
  camera: Camera,
  view: SheetView,
  settings: SnapSettings,
  [px, py]: [number, number],
  { skip, anchors }: Around,
): Snapped {
  const [x, y] = toPlan(camera, px, py);
  const free = { x, y, decimals: decimalsAt(camera), what: null };
  const near = NEAR / camera.scale;
  const others = shapesOf(view).filter(({ definition }) => !skip.has(definition));
  if (settings.vertices) {
    const found = nearestVertex(others, view, skip, x, y, near);
    if (found) return { ...found, decimals: EXACT };
  }
  if (settings.edges) {
    const found = nearestFoot(others, x, y, near);
    if (found) return { ...found, decimals: EXACT };
  }
  if (settings.angles) {
    const found = wholeDirection(camera, anchors, px, py);
    if (found) return { ...found, decimals: EXACT };
  }
  if (!settings.grid) return free;
  const { between } = gridSteps(camera.scale);
  const [gx, gy] = [Math.round(x / between) * between, Math.round(y / between) * between];
  const decimals = Math.max(0, Math.ceil(-Math.log10(between) + 1));
  const [onX, onY] = [Math.abs(gx - x) < near, Math.abs(gy - y) < near];
  if (!onX && !onY) return free;
  return {
    x: onX ? gx : x,
    y: onY ? gy : y,
    decimals: Math.max(decimals, free.decimals),
    what: onX && onY ? "grid" : `grid ${onX ? "x" : "y"}`,
  };
}

type Named = ReturnType<typeof shapesOf>;

function nearestVertex(shapes: Named, view: SheetView, skip: ReadonlySet<string>, x: number, y: number, near: number) {
  let best: { x: number; y: number; what: string } | null = null;
  let least = near;
  const offer = (vx: number, vy: number, what: string): void => {
    const distance = Math.hypot(vx - x, vy - y);
    if (distance >= least) return;
    least = distance;
    best = { x: vx, y: vy, what };
  };
  for (const { name, value } of view.definitions)
    if (value?.type === "point" && !skip.has(name)) offer(value.x, value.y, name);
  for (const { name, shape } of shapes) {
    shape.corners.forEach((c) => {
      for (let i = 0; i < c.length; i += 2) offer(c[i], c[i + 1], `vertex ${i / 2} of ${name}`);
    });
    offer(shape.centre.x, shape.centre.y, `centre of ${name}`);
  }
  return best as { x: number; y: number; what: string } | null;
}

function nearestFoot(shapes: Named, x: number, y: number, near: number) {
  let best: { x: number; y: number; distance: number; what: string } | null = null;
  for (const { name, shape } of shapes) {
    const { bounds } = shape;
    if (!bounds || x < bounds.minX - near || x > bounds.maxX + near) continue;
    if (y < bounds.minY - near || y > bounds.maxY + near) continue;
    const found = nearestEdge(shape, x, y, best?.distance ?? near);
    if (found) best = { x: found.x, y: found.y, distance: found.distance, what: `edge of ${name}` };
  }
  return best;
}

/** The foot on the nearest line through an anchor whose direction is a multiple of 15 degrees. */
function wholeDirection(camera: Camera, anchors: Around["anchors"], px: number, py: number) {
  let best: { x: number; y: number; what: string } | null = null;
  let least = NEAR;
  for (const anchor of anchors) {
    const [ax, ay] = toScreen(camera, anchor.x, anchor.y);
    const length = Math.hypot(px - ax, py - ay);
    if (length < 2 * NEAR) continue;
    const steps = Math.round(Math.atan2(py - ay, px - ax) / ANGLE_STEP);
    const [ux, uy] = [Math.cos(steps * ANGLE_STEP), Math.sin(steps * ANGLE_STEP)];
    const off = Math.abs((px - ax) * uy - (py - ay) * ux);
    if (off >= least) continue;
    least = off;
    // A length that reads well: as many decimals as the zoom tells apart.
    const along = Number((((px - ax) * ux + (py - ay) * uy) / camera.scale).toFixed(decimalsAt(camera)));
    const [x, y] = [anchor.x + along * ux, anchor.y + (camera.yDown ? along : -along) * uy];
    // Along an axis the other coordinate is the anchor's own.
    const degrees = 15 * steps;
    best = {
      x: degrees % 180 === 90 || degrees % 180 === -90 ? anchor.x : x,
      y: degrees % 180 === 0 ? anchor.y : y,
      what: `${camera.yDown ? degrees : -degrees}°`,
    };
  }
  return best as { x: number; y: number; what: string } | null;
}
