import { segmentsWithJoin } from "./corners";
import { derivativesAt } from "./derivatives";
import { GAUSS_16 } from "./gauss";
import type { Path, Segment } from "./model";
import { gentlePieces } from "./rational";

/** The area that outlines enclose, counted with their winding numbers, and its moments, in powers of plan units. */
export interface Moments {
  /** Positive where outlines turn from +x towards +y. */
  area: number;
  /** NaN without an area. */
  centroid: { x: number; y: number };
  /** Second moments of area about the centroid: ∫ (x − cx)², ∫ (y − cy)², ∫ (x − cx)(y − cy). */
  second: { xx: number; yy: number; xy: number };
}

/**
 * Exact measures of the true curves by Green's theorem; open outlines are closed by a straight join. The integrands are
 * polynomials of degree 14 at most along Bézier curves, for which quadrature with 16 points is exact but for rounding;
 * arcs are taken in eighths of a turn, which leaves an error of about 1e-15, rational curves in pieces near a parabola.
 */
export function momentsOf(path: Path): Moments {
  // About a point near the outlines, so that few digits cancel.
  const [ox, oy] = path.subpaths.length ? [path.subpaths[0].x, path.subpaths[0].y] : [0, 0];
  const sums = new Float64Array(6);
  for (const subpath of path.subpaths)
    for (const segment of segmentsWithJoin({ ...subpath, closed: true })) addSegment(segment, ox, oy, sums);
  const [area, mx, my, xx, yy, xy] = sums;
  const [cx, cy] = [mx / area, my / area];
  return {
    area,
    centroid: { x: ox + cx, y: oy + cy },
    second: { xx: xx - area * cx * cx, yy: yy - area * cy * cy, xy: xy - area * cx * cy },
  };
}

function addSegment(segment: Segment, ox: number, oy: number, sums: Float64Array): void {
  if (segment.kind === "rational" && gentlePieces(segment).length > 1) {
    for (const piece of gentlePieces(segment)) addSegment(piece, ox, oy, sums);
    return;
  }
  const pieces = segment.kind === "arc" ? Math.max(1, Math.ceil(Math.abs(segment.sweep) / (Math.PI / 4))) : 1;
  for (let i = 0; i < pieces; i++)
    for (const [node, weight] of GAUSS_16)
      for (const sign of [-1, 1]) {
        const p = derivativesAt(segment, (i + 0.5 + (sign * node) / 2) / pieces);
        const [x, y, w] = [p.x - ox, p.y - oy, weight / (2 * pieces)];
        // ½ (x dy − y dx) and its moments: ∫∫ x^i y^j = ∮ x^i y^j (x dy − y dx) / (i + j + 2).
        const turn = w * (x * p.dy - y * p.dx);
        sums[0] += turn / 2;
        sums[1] += (x * turn) / 3;
        sums[2] += (y * turn) / 3;
        sums[3] += (x * x * turn) / 4;
        sums[4] += (y * y * turn) / 4;
        sums[5] += (x * y * turn) / 4;
      }
}
