const SPLITTER = 2 ** 27 + 1;

/**
 * The rounding error of the product `a * b = p`: `a * b` is exactly `p + productError(a, b, p)`.
 * Holds while |a|, |b| < 2^996 and the error is not below the denormals (Dekker 1971).
 */
export function productError(a: number, b: number, p: number): number {
  const ca = SPLITTER * a;
  const ah = ca - (ca - a);
  const al = a - ah;
  const cb = SPLITTER * b;
  const bh = cb - (cb - b);
  const bl = b - bh;
  return al * bl - (p - ah * bh - al * bh - ah * bl);
}

/**
 * `a d − b c`, correctly rounded, for integers of at most 2^47 in magnitude held in doubles.
 *
 * Proof: p = ad + pe' and q = bc + qe' with errors that are integers of at most 2^41. s = p − q has an error e that is
 * an integer too, at most 2^41. So e + pe − qe is exact, and one last addition rounds the exact sum once.
 */
export function crossRounded(a: number, b: number, c: number, d: number): number {
  const p = a * d;
  const q = b * c;
  const s = p - q;
  if (Math.abs(p) + Math.abs(q) <= 9007199254740992) return s;
  const pe = productError(a, d, p);
  const qe = productError(b, c, q);
  const bv = p - s;
  const e = p - (s + bv) + (bv - q);
  return s + (e + (pe - qe));
}

/**
 * The sign of `a d − b c` for integers below 2^48 in magnitude. Each product is off by u = 2^-53 of itself, their
 * difference by as much again: beyond 4.5e-16 of both together its sign is certain.
 */
export function crossSign(a: number, b: number, c: number, d: number): -1 | 0 | 1 {
  const p = a * d;
  const q = b * c;
  const s = p - q;
  if (Math.abs(s) > 4.5e-16 * (Math.abs(p) + Math.abs(q))) return s > 0 ? 1 : -1;
  const exact = crossRounded(a, b, c, d);
  return exact > 0 ? 1 : exact < 0 ? -1 : 0;
}
