/**
 * F(x) = ∫ from 0 to x of (1 + s²)^(−1/4) ds and its inverse: along a parabola with the direction (x, 1), chords of
 * equal distance from it cover equal stretches of F.
 *
 * The inverse solves dx/du = (1 + x²)^(1/4); it is tabulated up to |u| = 16 with cubic pieces that meet values and slopes
 * (error below 2e-8), beyond it follows the expansion of F for large x. F itself is found from it by Newton's method.
 */
export function stretch(x: number): number {
  const size = Math.abs(x);
  let u = size < 1 ? size * (1 - (size * size) / 12) : 2 * Math.sqrt(size + 0.36) - 1.2;
  for (let i = 0; i < 8; i++) {
    const step = (inverse(u) - size) / Math.sqrt(Math.sqrt(1 + size * size));
    u = Math.max(0, u - step);
    if (Math.abs(step) <= 1e-13 * u) break;
  }
  return x < 0 ? -u : u;
}

/** The x with F(x) = u. */
export function placeAt(u: number): number {
  return u < 0 ? -inverse(-u) : inverse(u);
}

/** The table reaches from −REACH to REACH, in cells of this width. */
export const REACH = 16;
export const WIDTH = 1 / 16;

const HALF = REACH / WIDTH;
/** Four coefficients a cell: x = c0 + s (c1 + s (c2 + s c3)), s from 0 to 1. The last cell is that of u = REACH itself. */
export const CELLS = new Float64Array(4 * (2 * HALF + 1));
/** F(x) = 2 sqrt(x) − c + x^(−3/2) / 6 − 5/112 x^(−7/2) + … */
const c = tabulate();

function tabulate(): number {
  const slope = (x: number): number => Math.sqrt(Math.sqrt(1 + x * x));
  let x = 0;
  for (let i = 0; i < HALF; i++) {
    const before = x;
    // Runge and Kutta's method, 16 steps a cell: exact to the last digits.
    const h = WIDTH / 16;
    for (let k = 0; k < 16; k++) {
      const p = slope(x);
      const q = slope(x + (h / 2) * p);
      const r = slope(x + (h / 2) * q);
      const s = slope(x + h * r);
      x += (h / 6) * (p + 2 * q + 2 * r + s);
    }
    const [m0, m1] = [WIDTH * slope(before), WIDTH * slope(x)];
    setCell(HALF + i, before, x, m0, m1);
    setCell(HALF - 1 - i, -x, -before, m1, m0);
  }
  CELLS[8 * HALF] = x;
  const root = Math.sqrt(x);
  return 2 * root + 1 / (6 * root ** 3) - 5 / (112 * root ** 7) - REACH;
}

/** The cubic with these values and slopes at its ends. */
function setCell(cell: number, v0: number, v1: number, m0: number, m1: number): void {
  CELLS.set([v0, m0, 3 * (v1 - v0) - 2 * m0 - m1, 2 * (v0 - v1) + m0 + m1], 4 * cell);
}

/** The x >= 0 with F(x) = u >= 0. */
function inverse(u: number): number {
  if (u >= REACH) {
    const v = (u + c) / 2;
    return v * v - 1 / (6 * v * v);
  }
  const place = u / WIDTH;
  const cell = place | 0;
  const s = place - cell;
  const i = 4 * (HALF + cell);
  return CELLS[i] + s * (CELLS[i + 1] + s * (CELLS[i + 2] + s * CELLS[i + 3]));
}
