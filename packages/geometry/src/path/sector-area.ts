import { GAUSS_16 } from "./gauss";
import type { RationalQuadratic, Segment } from "./model";
import { gentlePieces } from "./rational";

/**
 * ½ ∫ C × C' dt along a segment, in squared plan units: what it adds to the signed area of an outline, swept as seen
 * from the origin. Exact up to rounding: Bézier curves by their control points, arcs by their angle, rational curves by
 * quadrature.
 */
export function sectorArea(segment: Segment): number {
  const { x0, y0, x1, y1 } = segment;
  switch (segment.kind) {
    case "line":
      return (x0 * y1 - y0 * x1) / 2;
    case "quadratic": {
      const { x2, y2 } = segment;
      return (2 * (x0 * y1 - y0 * x1) + 2 * (x1 * y2 - y1 * x2) + (x0 * y2 - y0 * x2)) / 6;
    }
    case "rational":
      return gentlePieces(segment).reduce((sum, piece) => sum + rationalArea(piece), 0);
    case "cubic": {
      const { x2, y2, x3, y3 } = segment;
      const sum =
        6 * (x0 * y1 - y0 * x1) +
        3 * (x0 * y2 - y0 * x2) +
        (x0 * y3 - y0 * x3) +
        3 * (x1 * y2 - y1 * x2) +
        3 * (x1 * y3 - y1 * x3) +
        6 * (x2 * y3 - y2 * x3);
      return sum / 20;
    }
    case "arc": {
      const { cx, cy, ux, uy, vx, vy, sweep } = segment;
      return ((ux * vy - uy * vx) * sweep + cx * (y1 - y0) - cy * (x1 - x0)) / 2;
    }
  }
}

/**
 * The triangle to the chord, and what lies between chord and arc. With P0 as origin C = β (P1 − P0) + γ (P2 − P0), where
 * β = 2 w s t / D and γ = t² / D; so C × C' = (βγ' − γβ') (P1 − P0) × (P2 − P0), and βγ' − γβ' = β² (γ/β)' = 2 w t² / D².
 */
function rationalArea({ x0, y0, x1, y1, x2, y2, weight: w }: RationalQuadratic): number {
  let share = 0;
  for (const [node, gauss] of GAUSS_16)
    for (const t of [(1 - node) / 2, (1 + node) / 2]) {
      const d = (1 - t) ** 2 + 2 * w * (1 - t) * t + t * t;
      share += (gauss * w * t * t) / (d * d);
    }
  return (x0 * y2 - y0 * x2) / 2 + (share / 2) * ((x1 - x0) * (y2 - y0) - (y1 - y0) * (x2 - x0));
}
