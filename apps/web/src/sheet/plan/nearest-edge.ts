import type { ShapeView } from "@/worker/sheet-view";

/** The place on a shape's edges that is nearest to (x, y), and the edge by subpath and index of the vertex it begins at. */
export interface NearestEdge {
  x: number;
  y: number;
  distance: number;
  subpath: number;
  edge: number;
}

/** Null where no edge is nearer than `least`. */
export function nearestEdge({ subpaths }: ShapeView, x: number, y: number, least: number): NearestEdge | null {
  let best: NearestEdge | null = null;
  subpaths.forEach(({ vertices: v, closed }, subpath) => {
    for (let i = 0; i < v.length - (closed ? 0 : 2); i += 2) {
      const j = (i + 2) % v.length;
      const [dx, dy] = [v[j] - v[i], v[j + 1] - v[i + 1]];
      const square = dx * dx + dy * dy;
      const t = square ? Math.max(0, Math.min(1, ((x - v[i]) * dx + (y - v[i + 1]) * dy) / square)) : 0;
      const [fx, fy] = [v[i] + t * dx, v[i + 1] + t * dy];
      const distance = Math.hypot(fx - x, fy - y);
      if (distance < (best?.distance ?? least)) best = { x: fx, y: fy, distance, subpath, edge: i / 2 };
    }
  });
  return best;
}
