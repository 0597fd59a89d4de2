import { toCommonIntegers } from "./integers";
import { productError } from "./products";

/**
 * The sign of the turn a → b → c: 1 when c lies to the left of the line from a to b (angles run from +x towards +y),
 * −1 to the right, 0 exactly on it. Exact for every six finite doubles, from denormals to 1.8e308.
 *
 * Three stages: the rounded determinant with Shewchuk's bound (1997, section 4, ccwerrboundA = (3 + 16u) u with
 * u = 2^-53); where the four differences are exact, the two products compared with their errors; otherwise BigInt.
 */
export function orientation(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): -1 | 0 | 1 {
  const l = (ax - cx) * (by - cy);
  const r = (ay - cy) * (bx - cx);
  const det = l - r;
  const size = Math.abs(l) + Math.abs(r);
  if (size > TINY && size < HUGE) {
    const bound = 3.3306690738754716e-16 * size;
    if (det > bound) return 1;
    if (-det > bound) return -1;
  }
  return decide(ax, ay, bx, by, cx, cy, l, r);
}

// Below TINY an error term could be lost under the denormals; above HUGE splitting could overflow.
const TINY = 2 ** -900;
const HUGE = 2 ** 900;

function decide(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  l: number,
  r: number,
): -1 | 0 | 1 {
  const dax = ax - cx;
  const day = ay - cy;
  const dbx = bx - cx;
  const dby = by - cy;
  // A rounded difference is zero only for equal doubles, so a product with such a factor is exactly zero.
  if ((dax === 0 || dby === 0) && (day === 0 || dbx === 0)) return 0;
  const size = Math.abs(l) + Math.abs(r);
  const exact =
    size > TINY &&
    size < HUGE &&
    differenceExact(ax, cx, dax) &&
    differenceExact(ay, cy, day) &&
    differenceExact(bx, cx, dbx) &&
    differenceExact(by, cy, dby);
  if (exact) {
    // Rounding is monotone: unequal rounded products compare as the exact ones do; equal ones differ by their errors.
    if (l !== r) return l > r ? 1 : -1;
    const le = productError(dax, dby, l);
    const re = productError(day, dbx, r);
    return le > re ? 1 : le < re ? -1 : 0;
  }
  const { integers: v } = toCommonIntegers([ax, ay, bx, by, cx, cy]);
  const sign = (v[0] - v[4]) * (v[3] - v[5]) - (v[1] - v[5]) * (v[2] - v[4]);
  return sign > 0n ? 1 : sign < 0n ? -1 : 0;
}

/** Whether the rounded difference d = a − b has no error (Knuth's two-difference). */
function differenceExact(a: number, b: number, d: number): boolean {
  const bv = a - d;
  const av = d + bv;
  return a - av + (bv - b) === 0;
}
