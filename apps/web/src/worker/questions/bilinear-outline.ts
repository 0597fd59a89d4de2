import { contours, type Grid } from "@vertexon/geometry";

/** Pieces of the outline in one square of four samples. */
const PIECES = 4;

/**
 * Where a program that reads samples bilinearly sees 0: x0 y0 x1 y1 …; closed lines end where they begin. In a square of four samples with the
 * values a b (below) and c d (above) that is a + (b − a) u + (c − a) v + (a − b − c + d) u v = 0, pieces of a hyperbola, of each of which a few
 * places are given.
 */
export function bilinearOutline(grid: Grid, values: Float64Array): Float64Array[] {
  return contours(grid, values, [0]).map(({ points, closed }) => {
    const n = points.length / 2;
    const line: number[] = [];
    for (let i = 0; i + (closed ? 0 : 1) < n; i++) {
      const j = (i + 1) % n;
      line.push(...pieceBetween(grid, values, points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1]));
    }
    line.push(...(closed ? points.subarray(0, 2) : points.subarray(-2)));
    return Float64Array.from(line);
  });
}

/** The places of one piece, from its first one on, without its last. */
function pieceBetween(
  { x, y, cell, columns }: Grid,
  values: Float64Array,
  px: number,
  py: number,
  qx: number,
  qy: number,
): number[] {
  const [x0, y0] = [x + cell / 2, y + cell / 2];
  const i = Math.floor(((px + qx) / 2 - x0) / cell);
  const j = Math.floor(((py + qy) / 2 - y0) / cell);
  const k = j * columns + i;
  const [a, b, c, d] = [values[k], values[k + 1], values[k + columns], values[k + columns + 1]];
  const twist = a - b - c + d;
  const places = [px, py];
  const isFlat = Math.abs(qx - px) >= Math.abs(qy - py);
  for (let step = 1; step < PIECES; step++) {
    const [lx, ly] = [px + (step / PIECES) * (qx - px), py + (step / PIECES) * (qy - py)];
    const [u, v] = [(lx - x0) / cell - i, (ly - y0) / cell - j];
    const across = isFlat ? -(a + (b - a) * u) / (c - a + twist * u) : -(a + (c - a) * v) / (b - a + twist * v);
    if (!(across >= 0 && across <= 1)) places.push(lx, ly);
    else if (isFlat) places.push(lx, y0 + (j + across) * cell);
    else places.push(x0 + (i + across) * cell, ly);
  }
  return places;
}
