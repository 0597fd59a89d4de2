import type { Arc, RationalQuadratic } from "../../path";

/**
 * A part of an ellipse or a hyperbola: c + u cos φ + v sin φ between two angles, with hyperbolic cosine and sine where `sign` is −1
 * in place of 1.
 */
export interface Conic extends Pick<Arc, "cx" | "cy" | "ux" | "uy" | "vx" | "vy"> {
  sign: 1 | -1;
  from: number;
  to: number;
}

/**
 * The conic section of a segment; null for a parabola. A rational quadratic with the weight w is one from −α to α with cos α = w, or
 * cosh α = w: halfway between its ends, M = c + u w, and P2 − P0 = 2 v sin α. Its middle S = c + u is (M + w P1) / (1 + w), so that
 * c = M + (P1 − M) w² / (w² − 1).
 */
export function conicOf(segment: Arc | RationalQuadratic): Conic | null {
  if (segment.kind === "arc") {
    const { cx, cy, ux, uy, vx, vy, start, sweep } = segment;
    return { cx, cy, ux, uy, vx, vy, sign: 1, from: start, to: start + sweep };
  }
  const { x0, y0, x1, y1, x2, y2, weight: w } = segment;
  // w² − 1
  const excess = (w - 1) * (w + 1);
  if (excess === 0) return null;
  const sign = excess < 0 ? 1 : -1;
  const [mx, my] = [(x0 + x2) / 2, (y0 + y2) / 2];
  const [wayX, wayY] = [((x1 - mx) * w) / excess, ((y1 - my) * w) / excess];
  const sin = Math.sqrt(Math.abs(excess));
  const half = sign === 1 ? Math.atan2(sin, w) : Math.asinh(sin);
  return {
    cx: mx + w * wayX,
    cy: my + w * wayY,
    ux: -wayX,
    uy: -wayY,
    vx: (x2 - x0) / (2 * sin),
    vy: (y2 - y0) / (2 * sin),
    sign,
    from: -half,
    to: half,
  };
}

/** The same part with its angles from −α to α, about its middle. */
export function centred({ cx, cy, ux, uy, vx, vy, sign, from, to }: Conic): Conic {
  const middle = (from + to) / 2;
  const [cos, sin] = sign === 1 ? [Math.cos(middle), Math.sin(middle)] : [Math.cosh(middle), Math.sinh(middle)];
  const half = (to - from) / 2;
  return {
    cx,
    cy,
    ux: ux * cos + vx * sin,
    uy: uy * cos + vy * sin,
    vx: vx * cos - sign * ux * sin,
    vy: vy * cos - sign * uy * sin,
    sign,
    from: -half,
    to: half,
  };
}
