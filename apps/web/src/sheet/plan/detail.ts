import type { Camera } from "./camera";

/** Outlines with fewer vertices than this are drawn as they are. */
const FEW = 3000;
/** Vertices nearer to the last one than this many pixels make no difference on the screen. */
const UNSEEN = 0.5;

const known = new WeakMap<Float64Array, Map<number, Int32Array>>();

/**
 * The vertices of an outline that can be told apart at a camera's scale, by their indices; null for all of them. Computed
 * once for each doubling of the scale: a frame of zooming computes nothing.
 */
export function seenVertices(points: Float64Array, camera: Camera): Int32Array | null {
  if (points.length < 2 * FEW) return null;
  const level = levelOf(camera);
  let levels = known.get(points);
  if (!levels) known.set(points, (levels = new Map()));
  let kept = levels.get(level);
  if (!kept) levels.set(level, (kept = thinned(points, UNSEEN / 2 ** level)));
  return kept;
}

/** Doublings of the scale: what is drawn at a level holds for all scales up to 2 to the level. */
export function levelOf({ scale }: Camera): number {
  return Math.ceil(Math.log2(scale));
}

/** Each vertex that is further than a distance from the last one kept, and the last of all. */
export function thinned(points: Float64Array, distance: number): Int32Array {
  const n = points.length / 2;
  const kept = new Int32Array(n);
  let count = 0;
  let [lastX, lastY] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const squared = distance * distance;
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [points[2 * i] - lastX, points[2 * i + 1] - lastY];
    if (dx * dx + dy * dy <= squared && i < n - 1) continue;
    kept[count++] = i;
    lastX = points[2 * i];
    lastY = points[2 * i + 1];
  }
  return kept.slice(0, count);
}
