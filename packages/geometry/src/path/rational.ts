import type { RationalQuadratic } from "./model";

/** A weight with which a rational curve has no finite arc. */
export class WeightError extends Error {
  override readonly name = "WeightError";
}

/**
 * A rational quadratic Bézier curve with any three weights greater than 0, in standard form: the same arc, run through at
 * another pace. Throws {@link WeightError} for other weights.
 * Source: G. Farin, "Curves and surfaces for CAGD" (2002), chapter 12.
 */
export function rationalQuadratic(
  points: readonly [x0: number, y0: number, x1: number, y1: number, x2: number, y2: number],
  weights: readonly [number, number, number],
): RationalQuadratic {
  weights.forEach((weight, i) => {
    if (!(weight > 0 && weight < Number.POSITIVE_INFINITY))
      throw new WeightError(`weight ${i + 1} must be a finite number greater than 0, not ${weight}`);
  });
  const [x0, y0, x1, y1, x2, y2] = points;
  // Roots one by one: products of weights could overflow.
  const weight = weights[1] / Math.sqrt(weights[0]) / Math.sqrt(weights[2]);
  if (!(weight > 0 && weight < Number.POSITIVE_INFINITY))
    throw new WeightError(`the weights ${weights.join(", ")} are too far apart for doubles`);
  return { kind: "rational", x0, y0, x1, y1, x2, y2, weight };
}

/**
 * The part between two parameters, 0 <= t0 < t1 <= 1, by its polar form: weights and weighted points at (t0, t0),
 * (t0, t1) and (t1, t1).
 */
export function rationalPart(curve: RationalQuadratic, t0: number, t1: number): RationalQuadratic {
  const { x0, y0, x1, y1, x2, y2, weight } = curve;
  const polar = (a: number, b: number): [number, number, number] => {
    const [p, q, r] = [(1 - a) * (1 - b), weight * ((1 - a) * b + a * (1 - b)), a * b];
    const sum = p + q + r;
    return [(p * x0 + q * x1 + r * x2) / sum, (p * y0 + q * y1 + r * y2) / sum, sum];
  };
  const [ax, ay, a] = t0 === 0 ? [x0, y0, 1] : polar(t0, t0);
  const [bx, by, b] = polar(t0, t1);
  const [cx, cy, c] = t1 === 1 ? [x2, y2, 1] : polar(t1, t1);
  return { kind: "rational", x0: ax, y0: ay, x1: bx, y1: by, x2: cx, y2: cy, weight: b / Math.sqrt(a) / Math.sqrt(c) };
}

/**
 * With D = s² + 2 w s t + t² the weight at t and s = 1 − t, C' = 2 M / D² with M of degree 2 and the Bézier coefficients
 * w (P1 − P0), (P2 − P0) / 2, w (P2 − P1): x y of each.
 */
export function hodographOf({ x0, y0, x1, y1, x2, y2, weight: w }: RationalQuadratic): Float64Array {
  return Float64Array.of(w * (x1 - x0), w * (y1 - y0), (x2 - x0) / 2, (y2 - y0) / 2, w * (x2 - x1), w * (y2 - y1));
}

/**
 * The curve in pieces whose weights lie near 1, where its integrals are smooth: halving takes w to sqrt((1 + w) / 2).
 */
export function gentlePieces(curve: RationalQuadratic): RationalQuadratic[] {
  if (isGentle(curve.weight)) return [curve];
  return [...gentlePieces(rationalPart(curve, 0, 0.5)), ...gentlePieces(rationalPart(curve, 0.5, 1))];
}

/**
 * With such weights Gauss-Legendre quadrature with 16 points errs by less than 1e-18: the poles, where D = 0, lie outside
 * the ellipse around [0, 1] whose half-axes add up to 4 times half the interval (4^-32).
 */
export function isGentle(weight: number): boolean {
  return weight > 0.7 && weight < 1.5;
}
