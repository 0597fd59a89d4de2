import { toCommonIntegers } from "./integers";

/**
 * Where d lies to the circle through a, b and c, which turn in the positive sense: 1 inside, 0 on it, −1 outside. Exact
 * for all finite doubles.
 *
 * First the rounded determinant with Shewchuk's bound (1997, section 4, iccerrboundA = (10 + 96u) u with u = 2^-53), then
 * BigInt. The bound takes no underflow into account: with squared distances below 2^400, a product that underflows is
 * wrong by less than 2^-674, which is nothing beside a determinant whose terms add up to 2^-600.
 */
export function inCircle(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): -1 | 0 | 1 {
  const [adx, ady, bdx, bdy, cdx, cdy] = [ax - dx, ay - dy, bx - dx, by - dy, cx - dx, cy - dy];
  const [bc, cb, ca, ac, ab, ba] = [bdx * cdy, cdx * bdy, cdx * ady, adx * cdy, adx * bdy, bdx * ady];
  const [aa, bb, cc] = [adx * adx + ady * ady, bdx * bdx + bdy * bdy, cdx * cdx + cdy * cdy];
  const determinant = aa * (bc - cb) + bb * (ca - ac) + cc * (ab - ba);
  const size =
    (Math.abs(bc) + Math.abs(cb)) * aa + (Math.abs(ca) + Math.abs(ac)) * bb + (Math.abs(ab) + Math.abs(ba)) * cc;
  if (size > TINY && aa + bb + cc < HUGE) {
    const bound = 1.1102230246251577e-15 * size;
    if (determinant > bound) return 1;
    if (-determinant > bound) return -1;
  }
  return exactly([ax, ay, bx, by, cx, cy, dx, dy]);
}

const TINY = 2 ** -600;
const HUGE = 2 ** 400;

function exactly(coordinates: readonly number[]): -1 | 0 | 1 {
  const { integers: v } = toCommonIntegers(coordinates);
  const [ax, ay, bx, by, cx, cy] = v.slice(0, 6).map((value, i) => value - v[6 + (i % 2)]);
  const determinant =
    (ax * ax + ay * ay) * (bx * cy - cx * by) +
    (bx * bx + by * by) * (cx * ay - ax * cy) +
    (cx * cx + cy * cy) * (ax * by - bx * ay);
  return determinant > 0n ? 1 : determinant < 0n ? -1 : 0;
}
