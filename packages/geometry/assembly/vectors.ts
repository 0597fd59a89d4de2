/** Points and ways as pairs of doubles: x, y. */
export function pair(x: f64, y: f64): v128 {
  return f64x2.replace_lane(f64x2.splat(x), 1, y);
}

export function dot(u: v128, v: v128): f64 {
  const product = f64x2.mul(u, v);
  return f64x2.extract_lane(product, 0) + f64x2.extract_lane(product, 1);
}

export function leastOf(u: v128): f64 {
  return min(f64x2.extract_lane(u, 0), f64x2.extract_lane(u, 1));
}

export function mostOf(u: v128): f64 {
  return max(f64x2.extract_lane(u, 0), f64x2.extract_lane(u, 1));
}
