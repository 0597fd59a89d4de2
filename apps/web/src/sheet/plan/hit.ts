import type { SheetView } from "@/worker/sheet-view";
import type { Picked } from "../model/handles";
import { type NamedShape, shapesOf } from "../model/scene";
import { type Camera, toPlan, toScreen } from "./camera";
import { onScreen, regionPath } from "./draw-shapes";
import { nearestEdge } from "./nearest-edge";

/** Pixels within which a click counts as one on a corner or an edge. */
const NEAR = 10;

/** The corner of a shape under a pixel. */
export function cornerAt(camera: Camera, { name, shape }: NamedShape, px: number, py: number): Picked["corner"] {
  let best: Picked["corner"] = null;
  let least = NEAR;
  shape.corners.forEach((c, subpath) => {
    for (let i = 0; i < c.length; i += 2) {
      const [x, y] = toScreen(camera, c[i], c[i + 1]);
      const distance = Math.hypot(x - px, y - py);
      if (distance >= least) continue;
      least = distance;
      best = { shape: name, subpath, index: i / 2 };
    }
  });
  return best;
}

/** The edge of a shape under a pixel, by the corner that it begins at, and the place on it. */
export function edgeAt(
  camera: Camera,
  { shape }: NamedShape,
  px: number,
  py: number,
): { subpath: number; corner: number; x: number; y: number } | null {
  const found = nearestEdge(shape, ...toPlan(camera, px, py), NEAR / camera.scale);
  if (!found) return null;
  const { subpath, edge, x, y } = found;
  const { segment, segments } = shape.subpaths[subpath];
  const corners = (shape.corners[subpath]?.length ?? 0) / 2;
  // A rounded corner has two segments: its arc, and the edge that begins there.
  const share = segments > corners ? corners / segments : 1;
  return { subpath, corner: Math.min(Math.floor(segment[edge] * share), corners - 1), x, y };
}

/**
 * The shape at a pixel: a line near it first, then the smallest area. What is chosen already gives way to the next one, so
 * that a second click goes on.
 */
export function shapeAt(
  canvas: HTMLCanvasElement | null,
  camera: Camera,
  view: SheetView,
  px: number,
  py: number,
  chosen: string | null,
): string | null {
  const ctx = canvas?.getContext("2d");
  if (!ctx) return null;
  const place = toPlan(camera, px, py);
  const lines = shapesOf(view).filter(
    ({ shape }) => isLine(shape) && nearestEdge(shape, ...place, NEAR / camera.scale) !== null,
  );
  ctx.save();
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  const areas = shapesOf(view)
    .filter(({ shape }) => ctx.isPointInPath(onScreen(regionPath(shape, camera), camera), px, py, "evenodd"))
    .sort((a, b) => a.shape.area - b.shape.area);
  ctx.restore();
  const hits = [...new Set([...lines, ...areas].map(({ name }) => name))];
  return hits.length ? hits[(hits.indexOf(chosen ?? "") + 1) % hits.length] : null;
}

/** Whether a click beside it means it: what is open, or has no area to click in. */
function isLine({ subpaths, polygons }: NamedShape["shape"]): boolean {
  return polygons.length === 0 || subpaths.some(({ closed }) => !closed);
}
