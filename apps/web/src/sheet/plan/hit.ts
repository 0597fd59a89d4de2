import { type Camera, toPlan, toScreen } from "./camera";
import type { NamedShape, Picked } from "./scene";

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
  const [x, y] = toPlan(camera, px, py);
  let best: { subpath: number; corner: number; x: number; y: number } | null = null;
  let least = NEAR / camera.scale;
  shape.subpaths.forEach(({ vertices: v, closed, segment, segments }, subpath) => {
    const corners = (shape.corners[subpath]?.length ?? 0) / 2;
    for (let i = 0; i < v.length - (closed ? 0 : 2); i += 2) {
      const j = (i + 2) % v.length;
      const [dx, dy] = [v[j] - v[i], v[j + 1] - v[i + 1]];
      const square = dx * dx + dy * dy;
      const t = square ? Math.max(0, Math.min(1, ((x - v[i]) * dx + (y - v[i + 1]) * dy) / square)) : 0;
      const [fx, fy] = [v[i] + t * dx, v[i + 1] + t * dy];
      const distance = Math.hypot(fx - x, fy - y);
      if (distance >= least) continue;
      least = distance;
      // A rounded corner has two segments: its arc, and the edge that begins there.
      const share = segments > corners ? corners / segments : 1;
      best = { subpath, corner: Math.min(Math.floor(segment[i / 2] * share), corners - 1), x: fx, y: fy };
    }
  });
  return best;
}
